import type { Heading } from "@/core/index";
import type { DestinationId } from "@/core/document";
import type { PageLayout } from "@/core/layout";
import type { PackedDocument } from "./packed-document";
import { text } from "./pdf-syntax";

interface Entry {
  readonly id: number;
  readonly heading: Heading;
  readonly parent: Entry | null;
  readonly below: Entry[];
}

/**
 * Writes the outline of headings down to a level (ISO 32000-2, 12.3.3), the highest levels open. Levels that are skipped do not count.
 * @returns the number of its root; null where no heading is in the file.
 */
export function outlineObjects(
  layout: PageLayout,
  deepest: number,
  nameOf: (id: DestinationId) => string | null,
  document: PackedDocument,
): number | null {
  const roots: Entry[] = [];
  const path: Entry[] = [];
  const all: Entry[] = [];
  for (const heading of layout.index.headings) {
    if (heading.level > deepest || nameOf(heading.id) === null) continue;
    while (path.length > 0 && path.at(-1)!.heading.level >= heading.level) path.pop();
    const parent = path.at(-1) ?? null;
    const entry: Entry = { id: document.reserve(), heading, parent, below: [] };
    (parent ? parent.below : roots).push(entry);
    path.push(entry);
    all.push(entry);
  }
  if (roots.length === 0) return null;
  const root = document.reserve();
  const { numbers } = layout.index;
  const write = (siblings: readonly Entry[], parent: number) =>
    siblings.forEach(({ id, heading, below }, i) => {
      const number = numbers.get(heading.id);
      const title = `${number ? `${number} ` : ""}${heading.name || "Untitled section"}`;
      const links = [
        ...(i > 0 ? [`/Prev ${siblings[i - 1]!.id} 0 R`] : []),
        ...(i < siblings.length - 1 ? [`/Next ${siblings[i + 1]!.id} 0 R`] : []),
        // A negative count is closed.
        ...(below.length > 0
          ? [`/First ${below[0]!.id} 0 R/Last ${below.at(-1)!.id} 0 R/Count ${-below.length}`]
          : []),
      ];
      document.pack(
        id,
        `<</Title${text(title)}/Parent ${parent} 0 R${links.join("")}/Dest${nameOf(heading.id)!}>>`,
      );
    });
  write(roots, root);
  for (const entry of all) write(entry.below, entry.id);
  document.pack(
    root,
    `<</Type/Outlines/First ${roots[0]!.id} 0 R/Last ${roots.at(-1)!.id} 0 R/Count ${roots.length}>>`,
  );
  return root;
}
