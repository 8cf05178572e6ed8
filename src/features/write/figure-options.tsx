import { asKind, idOf } from "@/core/document";
import type { Node } from "prosemirror-model";
import { useId } from "react";
import { Check, Choice } from "@/components/field";
import { useTyped } from "@/components/use-typed";
import { useSession } from "@/editor";
import { Amount } from "./amount";

const PLACES = [
  { value: "line", label: "In a line of its own" },
  { value: "left", label: "At the left, text beside it" },
  { value: "right", label: "At the right, text beside it" },
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
        label="It only decorates: not read aloud"
        checked={asKind(block, "figure")!.decorative}
        onChange={(on) => set("decorative", on)}
      />
      <Amount
        label="Width"
        unit="% of the text"
        value={asKind(block, "figure")!.width}
        empty="As the picture is"
        least={5}
        most={100}
        step={1}
        onChange={(width) => set("width", width === null ? null : Math.round(width))}
      />
      <Choice
        label="Stands"
        value={asKind(block, "figure")!.place}
        options={PLACES}
        onChange={(place) => set("place", place)}
      />
    </div>
  );
}

function AltField({ alt, onChange }: { alt: string; onChange: (alt: string) => void }) {
  const session = useSession();
  const id = useId();
  const { shown, type, leave } = useTyped(alt, onChange);
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        What the picture shows
      </label>
      <textarea
        id={id}
        data-tray-field
        value={shown}
        rows={3}
        onChange={(event) => type(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === "Escape" && session.leaveChosen()}
        className="w-full rounded-base border border-edge bg-raised px-2.5 py-1.5"
      />
      <p className={alt === "" ? "text-vermilion" : "text-quiet"}>
        {alt === ""
          ? "Missing: who cannot see the picture is told nothing."
          : "Read aloud to those who cannot see it."}
      </p>
    </div>
  );
}
