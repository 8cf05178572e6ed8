import type { Node } from "prosemirror-model";
import { Button } from "@/components/button";
import { Check } from "@/components/field";
import { KindIcon } from "@/components/kind-icons";
import { asKind, PICTURE_HEIGHTS, type NodeAttributes } from "@/core/document";
import { changePicture, pictureToFigure, useSession } from "@/editor";
import { AltField } from "./alt-field";
import { Amount } from "./amount";

/** A picture in a line that is chosen: what it shows, and how high it is. */
export function SelectedPicture({ node }: { node: Node }) {
  const session = useSession();
  const { alt, decorative, height } = asKind(node, "picture")!;
  const set = (change: Partial<NodeAttributes["picture"]>) =>
    session.run(changePicture(change), { focus: false });
  return (
    <section aria-label="Selected picture" className="grid gap-2 border-b border-line px-4 py-3 text-sm">
      <h2 className="flex items-baseline gap-2 font-semibold">
        <KindIcon kind="figure" /> Picture in a line
      </h2>
      {!decorative && <AltField alt={alt} onChange={(words) => set({ alt: words })} />}
      <Check
        label="Decorative: not read aloud"
        checked={decorative}
        onChange={(on) => set({ decorative: on })}
      />
      <Amount
        label="Height"
        unit="% of the words"
        value={height}
        empty="Original size"
        least={PICTURE_HEIGHTS.least}
        most={PICTURE_HEIGHTS.most}
        step={10}
        onChange={(percent) => set({ height: percent === null ? null : Math.round(percent) })}
      />
      <div>
        <Button onClick={() => session.run(pictureToFigure)}>Make it a figure</Button>
      </div>
    </section>
  );
}
