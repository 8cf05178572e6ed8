import { Check, Choice } from "@/components/field";
import {
  FACES,
  NAMED_COLOURS,
  type Face,
  type BlockLook,
  type Numbering,
  type OwnStyleOf,
  type StyleName,
} from "@/core/document";
import { FACE_NAMES } from "@/core/styles";
import { Amount } from "./amount";

const FACE_CHOICES: { value: Face | "body"; label: string }[] = [
  { value: "body", label: "As body text" },
  ...FACES.map((value) => ({ value, label: FACE_NAMES[value] })),
];
const WEIGHTS = [
  { value: "300", label: "Light" },
  { value: "400", label: "Regular" },
  { value: "500", label: "Medium" },
  { value: "600", label: "Semibold" },
  { value: "700", label: "Bold" },
];
const ALIGNMENTS = [
  { value: "left", label: "Left" },
  { value: "center", label: "Centre" },
  { value: "right", label: "Right" },
  { value: "justify", label: "Justified" },
] as const;
const NUMBERINGS: { value: Numbering; label: string }[] = [
  { value: "none", label: "None" },
  { value: "decimal", label: "1, 2, 3" },
  { value: "letters", label: "A, B, C" },
  { value: "roman", label: "I, II, III" },
];
const COLOURS: { value: string; label: string }[] = [
  { value: "body", label: "As body text" },
  ...NAMED_COLOURS.map((name) => ({ value: name, label: name[0]!.toUpperCase() + name.slice(1) })),
  { value: "own", label: "Another" },
];

/** What a style may say beyond the looks of its letters. */
const LETTERS_ONLY: readonly (StyleName | OwnStyleOf)[] = ["link", "button", "words"];

/** The fields of a look, as far as what it is of can have them; `of`: a style, or what a style of your own is for. */
export function LookFields({
  look,
  of: style,
  onChange: change,
}: {
  look: BlockLook;
  of: StyleName | OwnStyleOf;
  onChange: (changed: Partial<BlockLook>) => void;
}) {
  const colour = look.colour === null ? "body" : look.colour.startsWith("#") ? "own" : look.colour;
  const blocks = !LETTERS_ONLY.includes(style);
  return (
    <>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <Choice
          label="Face"
          value={look.face ?? "body"}
          options={style === "body" ? FACE_CHOICES.slice(1) : FACE_CHOICES}
          onChange={(face) => change({ face: face === "body" ? null : face })}
        />
        <Amount
          label="Size"
          unit="pt"
          value={look.size}
          least={4}
          most={96}
          onChange={(size) => size !== null && change({ size })}
        />
        <Choice
          label="Weight"
          value={String(look.weight)}
          options={WEIGHTS}
          onChange={(weight) => change({ weight: Number(weight) })}
        />
        <Choice
          label="Colour"
          value={colour}
          options={style === "body" ? COLOURS.slice(1) : COLOURS}
          onChange={(value) =>
            change({ colour: value === "body" ? null : value === "own" ? "#7a3b12" : value })
          }
        />
        {colour === "own" && (
          <label className="col-span-2 flex items-center gap-2">
            <input
              type="color"
              value={look.colour!}
              onChange={(event) => change({ colour: event.target.value })}
              className="h-8 w-12 rounded-base border border-edge"
            />
            Custom colour
          </label>
        )}
        {blocks && (
          <>
            <Amount
              label="Space before"
              unit="pt"
              value={look.before}
              least={0}
              most={200}
              onChange={(before) => before !== null && change({ before })}
            />
            <Amount
              label="Space after"
              unit="pt"
              value={look.after}
              least={0}
              most={200}
              onChange={(after) => after !== null && change({ after })}
            />
            <Amount
              label="Line height"
              unit="×"
              value={look.leading}
              least={0.8}
              most={4}
              step={0.05}
              onChange={(leading) => leading !== null && change({ leading })}
            />
            <Amount
              label="Indent"
              unit="pt"
              value={look.indent}
              least={0}
              most={300}
              onChange={(indent) => indent !== null && change({ indent })}
            />
            <Choice
              label="Alignment"
              value={look.align}
              options={ALIGNMENTS}
              onChange={(align) => change({ align })}
            />
          </>
        )}
        {style.startsWith("heading") && (
          <Choice
            label="Numbering"
            value={look.numbering}
            options={NUMBERINGS}
            onChange={(numbering) => change({ numbering })}
          />
        )}
      </div>
      <div className="mt-2 grid gap-1">
        <Check
          label="Italic"
          checked={look.slant === "italic"}
          onChange={(italic) => change({ slant: italic ? "italic" : "upright" })}
        />
        {style === "contents" && (
          <>
            <Check
              label="Underlined, as links are"
              checked={look.underlined ?? false}
              onChange={(underlined) => change({ underlined })}
            />
            <Check
              label="First level bold"
              checked={look.firstBold ?? false}
              onChange={(firstBold) => change({ firstBold })}
            />
          </>
        )}
        {blocks && (
          <>
            <Check
              label="Stays with what follows"
              checked={look.keepWithNext}
              onChange={(keepWithNext) => change({ keepWithNext })}
            />
            <Check
              label="Starts on a new page"
              checked={look.newPage}
              onChange={(newPage) => change({ newPage })}
            />
          </>
        )}
      </div>
    </>
  );
}
