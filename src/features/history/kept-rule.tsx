import { useId } from "react";
import { counted } from "@/components/counted";
import { fieldLook } from "@/components/field";

const CHOICES = [7, 30, 90, 365];

/** The rule by which old changes are put together, to be read and changed. */
export function KeptRule({
  days,
  onChange,
}: {
  days: number | null;
  onChange: (days: number | null) => void;
}) {
  const id = useId();
  const offered =
    days === null || CHOICES.includes(days) ? CHOICES : [...CHOICES, days].sort((a, b) => a - b);
  return (
    <div className="border-t border-line p-3 text-sm">
      <label htmlFor={id} className="mb-1 block">
        Each change is kept
      </label>
      <select
        id={id}
        value={days ?? "always"}
        aria-describedby={`${id}-rule`}
        onChange={({ target: { value } }) => onChange(value === "always" ? null : Number(value))}
        className={fieldLook()}
      >
        {offered.map((one) => (
          <option key={one} value={one}>
            for {counted(one, "day")}
          </option>
        ))}
        <option value="always">always</option>
      </select>
      <p id={`${id}-rule`} className="mt-1 text-quiet">
        {days === null
          ? "Changes are never merged."
          : "After that, the changes of each day are merged. Named versions and the end of each day stay."}
      </p>
    </div>
  );
}
