import type { Node } from "prosemirror-model";
import { noteNumber, type DocumentIndex } from "@/core/index";
import type { DestinationId } from "@/core/document";
import { endnoteFlow } from "./block-flow";
import type { Composition } from "./composition";
import type { Flow } from "./flow";

const setEndnotes = new WeakMap<Node, { key: string; styles: unknown; flow: Flow }>();

/** Endnotes stand after the text, in order. */
export function endnoteFlows(
  index: DocumentIndex,
  composition: Composition,
): { id: DestinationId | null; flow: Flow }[] {
  const all: { id: DestinationId | null; flow: Flow }[] = [];
  const { styles } = composition.sheet;
  const { resources } = composition;
  for (const { id, place, from, number } of index.notes) {
    if (place !== "end") continue;
    const node = index.doc.nodeAt(from)!;
    const mark = noteNumber("end", number);
    const key = `${mark} ${composition.width} ${all.length === 0}`;
    const known = setEndnotes.get(node);
    if (known?.key === key && known.styles === styles) {
      all.push({ id, flow: known.flow });
      continue;
    }
    const { misses } = resources;
    const flow = endnoteFlow(node, mark, all.length === 0, composition);
    if (resources.misses === misses) setEndnotes.set(node, { key, styles, flow });
    all.push({ id, flow });
  }
  return all;
}
