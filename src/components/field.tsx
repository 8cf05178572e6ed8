import { useId, type ComponentProps, type ReactNode } from "react";
import { useTyped } from "./use-typed";

/** The look of a field; `width` says how wide it is. */
export function fieldLook(width = "w-full"): string {
  return `h-8 rounded-base border border-edge bg-raised px-2.5 text-sm ${width}`;
}

/** A line to type in, with its label above and a word about it below. */
export function TextField({
  label,
  hint,
  ...rest
}: ComponentProps<"input"> & { label: string; hint?: ReactNode }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-sm font-medium">
        {label}
      </label>
      <input id={id} className={fieldLook()} aria-describedby={hint ? `${id}-hint` : undefined} {...rest} />
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-sm text-quiet">
          {hint}
        </p>
      )}
    </div>
  );
}

/** A line whose words are kept with each letter, without spaces around them; what an undo brings back is shown. */
export function KeptField({
  value,
  onKeep,
  ...rest
}: Omit<ComponentProps<typeof TextField>, "value" | "defaultValue" | "onChange" | "onBlur" | "onKeyDown"> & {
  value: string;
  onKeep: (words: string) => void;
}) {
  const { shown, type, leave } = useTyped(value, onKeep, (words) => words.trim());
  return (
    <TextField
      value={shown}
      onChange={(event) => type(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      {...rest}
    />
  );
}

/** One choice of a few. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  ...rest
}: {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
} & Omit<ComponentProps<"select">, "value" | "onChange">) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-sm font-medium">
        {label}
      </label>
      <select
        id={id}
        className={fieldLook()}
        value={value}
        onChange={(event) => onChange(event.target.value as T)}
        {...rest}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </div>
  );
}

/** Something that holds or does not. */
export function Check({
  label,
  checked,
  onChange,
  className,
}: {
  label: ReactNode;
  checked: boolean;
  onChange: (checked: boolean) => void;
  className?: string;
}) {
  return (
    <label className={`flex min-h-[24px] items-center gap-2 text-sm ${className ?? ""}`}>
      <input
        type="checkbox"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
        className="size-4 shrink-0 accent-tide"
      />
      {label}
    </label>
  );
}
