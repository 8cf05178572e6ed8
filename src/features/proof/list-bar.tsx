import type { ReactNode } from "react";
import { fieldLook } from "@/components/field";

/** What stands above a long list: a field to narrow it, a choice of parts, and what can be done with the chosen rows. */
export function ListBar<Part extends string>({
  label,
  filter,
  onFilter,
  parts,
  part,
  onPart,
  children,
}: {
  label: string;
  filter: string;
  onFilter: (words: string) => void;
  parts: readonly { readonly value: Part; readonly label: string }[];
  part: Part;
  onPart: (part: Part) => void;
  children?: ReactNode;
}) {
  return (
    <div className="my-3 flex flex-wrap items-center gap-2">
      <input
        type="search"
        aria-label={label}
        placeholder="Narrow the list"
        value={filter}
        onChange={(event) => onFilter(event.target.value)}
        className={fieldLook("w-56")}
      />
      <select
        aria-label="Which are listed"
        value={part}
        onChange={(event) => onPart(event.target.value as Part)}
        className={fieldLook("w-auto")}
      >
        {parts.map(({ value, label: words }) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
      <span className="flex-1" />
      {children}
    </div>
  );
}
