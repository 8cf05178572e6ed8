import { asKind, idOf } from "@/core/document";
import type { Node } from "prosemirror-model";
import { Check, Choice } from "@/components/field";
import { useSession } from "@/editor";
import { AltField } from "./alt-field";
import { Amount } from "./amount";

const PLACES = [
  { value: "line", label: "On its own line" },
  { value: "left", label: "Left, with text beside it" },
  { value: "right", label: "Right, with text beside it" },
] as const;

/** What a picture shows in words, how wide it is and where it stands. */
export function FigureOptions({ block }: { block: Node }) {
  const session = useSession();
  const set = (name: string, value: unknown) =>
    session.changeBlock(idOf(block)!, (tr, pos) => tr.setNodeAttribute(pos, name, value));
  return (
    <div key={idOf(block)!} className="mb-3 grid gap-2">
      {!asKind(block, "figure")!.decorative && (
        <AltField alt={asKind(block, "figure")!.alt} onChange={(alt) => set("alt", alt)} />
      )}
      <Check
        label="Decorative: not read aloud"
        checked={asKind(block, "figure")!.decorative}
        onChange={(on) => set("decorative", on)}
      />
      <Amount
        label="Width"
        unit="% of the text"
        value={asKind(block, "figure")!.width}
        empty="Original size"
        least={5}
        most={100}
        step={1}
        onChange={(width) => set("width", width === null ? null : Math.round(width))}
      />
      <Choice
        label="Position"
        value={asKind(block, "figure")!.place}
        options={PLACES}
        onChange={(place) => set("place", place)}
      />
    </div>
  );
}
