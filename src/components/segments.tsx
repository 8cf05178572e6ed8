/** A choice of one of a few, all of them in sight, side by side. */
export function Segments<T extends string>({
  label,
  options,
  value,
  onChange,
  className = "",
}: {
  label: string;
  options: readonly { readonly value: T; readonly label: string }[];
  value: T;
  onChange: (value: T) => void;
  className?: string;
}) {
  return (
    <div role="group" aria-label={label} className={`flex items-center gap-1 ${className}`}>
      {options.map((one) => (
        <button
          key={one.value}
          type="button"
          aria-pressed={value === one.value}
          onClick={() => onChange(one.value)}
          className={`h-6 rounded-base px-2 text-sm ${
            value === one.value ? "bg-tide-wash font-medium text-tide" : "text-quiet hover:bg-wash"
          }`}
        >
          {one.label}
        </button>
      ))}
    </div>
  );
}
