import { Fragment, Mark, type Node } from "prosemirror-model";
import { asMark, decodeSafely, isMark, schema, schemeOf, type DocumentTarget } from "@/core/document";

/** Where an address in a file leads among the files that came in with it: a path, and the anchor there, empty for the file as a whole. */
export interface FileAddress {
  readonly path: string;
  readonly anchor: string;
}

const ROOT = "file:///";

/** What an address means within a file at a path; null for one that is whole by itself, or leads nowhere among files. */
export function addressAmongFiles(address: string, path: string): FileAddress | null {
  if (schemeOf(address) !== null || address.startsWith("//")) return null;
  const base = `${ROOT}${path.split("/").map(encodeURIComponent).join("/")}`;
  if (!URL.canParse(address, base)) return null;
  const [before = "", anchor = ""] = new URL(address, base).href.slice(ROOT.length).split("#");
  return { path: decodeSafely(before.split("?")[0]!), anchor: decodeSafely(anchor) };
}

/**
 * A document whose links to other files lead to the documents that came of these, as far as there are such; `targetOf` tells what came of an
 * address. Also how many links were led so.
 */
export function joinedToFiles(
  doc: Node,
  path: string,
  targetOf: (address: FileAddress) => DocumentTarget | null,
): { readonly doc: Node; readonly count: number } {
  let count = 0;

  function joinedMark(mark: Mark): Mark {
    const link = isMark(mark, "link") ? asMark(mark, "link") : null;
    if (link?.target.kind !== "web") return mark;
    const address = addressAmongFiles(link.target.url, path);
    const target = address && targetOf(address);
    if (!target) return mark;
    count++;
    return schema.marks.link.create({ ...link, target });
  }

  function joined(node: Node): Node {
    const marks = node.marks.map(joinedMark);
    const marked = Mark.sameSet(marks, node.marks) ? node : node.mark(marks);
    if (node.childCount === 0) return marked;
    const children: Node[] = [];
    node.forEach((child) => children.push(joined(child)));
    return children.every((child, i) => child === node.child(i))
      ? marked
      : marked.copy(Fragment.fromArray(children));
  }

  return { doc: joined(doc), count };
}
