import type { Node } from "prosemirror-model";
import { Transform } from "prosemirror-transform";
import type { Anchors } from "@/core/index";
import { replaceWith, stepToJSON } from "@/core/steps";
import { joinedToFiles } from "@/core/links";
import type { Person } from "@/core/people";
import type { DocumentAuthority } from "./document-authority";

/** A document, and the path of the file it came from. */
export interface BroughtFile {
  readonly id: string;
  readonly path: string;
}

/**
 * Leads the links between files that came in together from document to document; to the place of an anchor, else to the document as a
 * whole. Answers how many links it were.
 */
export async function joinFiles(
  documents: Pick<DocumentAuthority, "read" | "update">,
  person: Person,
  files: readonly BroughtFile[],
  author: string | undefined,
): Promise<number> {
  const ids = new Map(files.map(({ id, path }) => [path, id]));
  let count = 0;
  for (const { id, path } of files) {
    const { index, version } = await documents.read(person, id);
    // Only those to which it leads are looked into, however many came in.
    const anchors = new Map<string, Anchors>();
    for (const other of documentsIn(index.doc, path, ids))
      anchors.set(other, (await documents.read(person, other)).index.anchors);
    if (anchors.size === 0) continue;
    const joined = joinedToFiles(index.doc, path, ({ path: to, anchor }) => {
      const document = ids.get(to);
      if (document === undefined) return null;
      const place = anchor === "" ? undefined : anchors.get(document)?.find(anchor);
      return { kind: "document", document, ...(place && { id: place }) };
    });
    count += joined.count;
    const { steps } = replaceWith(new Transform(index.doc), joined.doc);
    await documents.update(person, id, { version, steps: steps.map(stepToJSON), ...(author && { author }) });
    // Others are served between two of them.
    await new Promise((done) => setImmediate(done));
  }
  return count;
}

/** The documents to which the links of one lead that came of a file. */
function documentsIn(doc: Node, path: string, ids: ReadonlyMap<string, string>): ReadonlySet<string> {
  const found = new Set<string>();
  joinedToFiles(doc, path, ({ path: to }) => {
    const id = ids.get(to);
    if (id !== undefined) found.add(id);
    return null;
  });
  return found;
}
