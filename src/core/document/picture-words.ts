import type { Node } from "prosemirror-model";
import { asKind } from "@/core/kinds";

/** A picture of its own or in a line; null for all else. */
function pictureOf(node: Node | null | undefined) {
  return asKind(node, "figure") ?? asKind(node, "picture");
}

/** What stands for a picture where it cannot be seen; empty for one that only decorates or is not described. */
export function pictureWords(node: Node): string {
  const { decorative, alt } = pictureOf(node)!;
  return decorative ? "" : alt.trim();
}

/** Whether a picture tells those who cannot see it nothing although it should. */
export function lacksWords(node: Node): boolean {
  const { picture, decorative } = pictureOf(node)!;
  return picture !== "" && !decorative && pictureWords(node) === "";
}

/** The names of the pictures in a document, of figures and in lines. */
export function picturesIn(doc: Node): Set<string> {
  const names = new Set<string>();
  doc.descendants((node) => {
    const name = pictureOf(node)?.picture;
    if (name) names.add(name);
  });
  return names;
}
