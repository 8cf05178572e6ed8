import { useId, type ReactNode } from "react";
import { Check, Choice, fieldLook, TextField } from "@/components/field";
import type { ChosenPdf } from "./make-file";

const OUTLINES = [
  { value: "0", label: "None" },
  { value: "1", label: "Level 1" },
  { value: "2", label: "Down to level 2" },
  { value: "3", label: "Down to level 3" },
  { value: "4", label: "Down to level 4" },
  { value: "6", label: "All levels" },
];
const QUALITIES = [
  { value: "60", label: "Small file" },
  { value: "85", label: "Good" },
  { value: "100", label: "Original" },
];
const PRINTING = [
  { value: "none", label: "Not allowed" },
  { value: "lowResolution", label: "Low resolution only" },
  { value: "highResolution", label: "Any resolution" },
] as const;
const USUAL_RIGHTS = {
  printing: "highResolution",
  modifying: false,
  copying: true,
  contentAccessibility: true,
} as const;

/** The options of a PDF. */
export function PdfChoices({
  options,
  pages,
  onChange,
}: {
  options: ChosenPdf;
  pages: number | null;
  onChange: (options: ChosenPdf) => void;
}) {
  const change = (more: ChosenPdf) => onChange({ ...options, ...more });
  const rights = options.rights ?? USUAL_RIGHTS;
  const allow = (more: Partial<NonNullable<ChosenPdf["rights"]>>) =>
    change({ rights: { ...rights, ...more } });
  return (
    <details className="mt-3">
      <summary className="w-fit cursor-pointer text-sm font-medium">PDF options</summary>
      <div className="mt-3 grid grid-cols-1 gap-x-8 gap-y-4 sm:grid-cols-2">
        <Group title="Pages">
          <PageRange options={options} pages={pages} change={change} />
          <Choice
            label="Outline beside the pages"
            value={String(options.outline ?? 3)}
            options={OUTLINES}
            onChange={(levels) => change({ outline: Number(levels) })}
          />
          <Choice
            label="Pictures"
            value={String(options.quality ?? 85)}
            options={QUALITIES}
            onChange={(quality) => change({ quality: Number(quality) })}
          />
          <Check
            label="Open at the contents list"
            checked={options.openAtContents ?? false}
            onChange={(openAtContents) => change({ openAtContents })}
          />
          <Check
            label="Tagged for screen readers"
            checked={options.tagged ?? true}
            onChange={(tagged) => change({ tagged })}
          />
          <Check
            label="Attach the document in its open form"
            checked={options.attachSource ?? false}
            onChange={(attachSource) => change({ attachSource })}
          />
        </Group>
        <Group title="About the file">
          {(["author", "subject", "keywords"] as const).map((field) => (
            <TextField
              key={field}
              label={field[0]!.toUpperCase() + field.slice(1)}
              value={options[field] ?? ""}
              maxLength={1000}
              onChange={(event) => change({ [field]: event.target.value })}
            />
          ))}
        </Group>
        <Group title="Passwords">
          <TextField
            label="Owner’s password"
            type="password"
            autoComplete="new-password"
            hint="Gives full access, and lets you change what others may do."
            value={options.owner ?? ""}
            onChange={(event) => change({ owner: event.target.value })}
          />
          <TextField
            label="Opening password"
            type="password"
            autoComplete="new-password"
            disabled={!options.owner}
            hint="The file does not open without it. Needs an owner’s password."
            value={options.opening ?? ""}
            onChange={(event) => change({ opening: event.target.value })}
          />
        </Group>
        <Group title="What readers may do" disabled={!options.owner}>
          {!options.owner && (
            <p className="text-sm text-quiet">To change this, type an owner’s password first.</p>
          )}
          <Choice
            label="Printing"
            value={rights.printing === false ? "none" : rights.printing}
            options={PRINTING}
            onChange={(printing) => allow({ printing: printing === "none" ? false : printing })}
          />
          <Check label="Edit it" checked={rights.modifying} onChange={(modifying) => allow({ modifying })} />
          <Check label="Copy text" checked={rights.copying} onChange={(copying) => allow({ copying })} />
          <Check
            label="Read it aloud"
            checked={rights.contentAccessibility}
            onChange={(contentAccessibility) => allow({ contentAccessibility })}
          />
        </Group>
      </div>
    </details>
  );
}

function Group({
  title,
  disabled = false,
  children,
}: {
  title: string;
  disabled?: boolean;
  children: ReactNode;
}) {
  return (
    <fieldset disabled={disabled} className="grid content-start gap-2">
      <legend className="mb-1 text-sm text-quiet">{title}</legend>
      {children}
    </fieldset>
  );
}

function PageRange({
  options,
  pages,
  change,
}: {
  options: ChosenPdf;
  pages: number | null;
  change: (more: ChosenPdf) => void;
}) {
  const id = useId();
  const range = options.pages ?? null;
  const field = (which: "from" | "to", otherwise: number) => (
    <input
      id={`${id}-${which}`}
      type="number"
      min={1}
      max={pages ?? undefined}
      value={range?.[which] ?? otherwise}
      className={fieldLook("w-20")}
      onChange={({ target }) => {
        const value = Math.max(1, Math.round(target.valueAsNumber) || 1);
        change({ pages: { from: range?.from ?? 1, to: range?.to ?? pages ?? 1, [which]: value } });
      }}
    />
  );
  return (
    <div>
      <Check
        label="Some pages only"
        checked={range !== null}
        onChange={(some) => change({ pages: some ? { from: 1, to: pages ?? 1 } : null })}
      />
      {range && (
        <div className="mt-1 flex items-center gap-2 text-sm">
          <label htmlFor={`${id}-from`}>From</label>
          {field("from", 1)}
          <label htmlFor={`${id}-to`}>to</label>
          {field("to", pages ?? 1)}
          <span className="text-quiet">counted from the first page</span>
        </div>
      )}
    </div>
  );
}
