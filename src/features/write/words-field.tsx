import { useId } from "react";
import { fieldLook } from "@/components/field";
import { useTyped } from "@/components/use-typed";

/** A line of words that are kept as they are typed, spaces and all. */
export function WordsField({
  label,
  value,
  most,
  beside = false,
  onChange,
}: {
  label: string;
  value: string;
  most: number;
  /** The label stands beside the field, not above it. */
  beside?: boolean;
  onChange: (words: string) => void;
}) {
  const id = useId();
  const { shown, type, leave } = useTyped(value, onChange);
  return (
    <div className={beside ? "grid grid-cols-[4rem_1fr] items-center" : undefined}>
      <label htmlFor={id} className={`block truncate text-sm font-medium ${beside ? "" : "mb-1"}`}>
        {label}
      </label>
      <input
        id={id}
        value={shown}
        maxLength={most}
        className={fieldLook()}
        onChange={(event) => type(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
    </div>
  );
}
