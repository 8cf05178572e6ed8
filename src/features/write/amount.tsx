import { useId } from "react";
import { fieldLook } from "@/components/field";

/** A number with its unit; what is typed counts when it is left, or at Enter. Emptied it is null, where `empty` says what that means. */
export function Amount({
  label,
  unit,
  value,
  empty,
  least,
  most,
  step = 0.5,
  onChange,
}: {
  label: string;
  unit: string;
  value: number | null;
  empty?: string;
  least: number;
  most: number;
  step?: number;
  onChange: (value: number | null) => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-sm font-medium">
        {label} <span className="font-normal text-quiet">{unit}</span>
      </label>
      <input
        id={id}
        type="number"
        // What an undo brings back is shown.
        key={value}
        defaultValue={value ?? ""}
        placeholder={empty}
        min={least}
        max={most}
        step={step}
        className={fieldLook()}
        onBlur={(event) => {
          const { value: words, valueAsNumber } = event.target;
          if (words === "") {
            if (empty && value !== null) onChange(null);
            else event.target.value = String(value ?? "");
            return;
          }
          const within = Math.min(most, Math.max(least, valueAsNumber));
          event.target.value = String(within);
          if (within !== value) onChange(within);
        }}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </div>
  );
}
