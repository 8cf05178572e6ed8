import { useId } from "react";
import { fieldLook } from "@/components/field";
import { useTyped } from "@/components/use-typed";

/** A number with its unit, kept as it is typed once it lies within bounds. Emptied it is null, where `empty` says what that means. */
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
  const { shown, type, leave } = useTyped(
    value === null ? "" : String(value),
    (words) => onChange(words === "" ? null : Number(words)),
    (words) => {
      if (words === "") return empty ? "" : null;
      const number = Number(words);
      return number >= least && number <= most ? String(number) : null;
    },
  );
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-sm font-medium">
        {label} <span className="font-normal text-quiet">{unit}</span>
      </label>
      <input
        id={id}
        type="number"
        value={shown}
        onChange={(event) => type(event.target.value)}
        placeholder={empty}
        min={least}
        max={most}
        step={step}
        className={fieldLook()}
        onBlur={(event) => {
          // What lies outside of the bounds becomes the nearest within.
          const { value: words, valueAsNumber: number } = event.target;
          const within = Math.min(most, Math.max(least, number));
          if (words !== "" && within !== number && within !== value) onChange(within);
          leave();
        }}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </div>
  );
}
