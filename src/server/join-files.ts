import { Transform } from "prosemirror-transform";
import { becomeVersion, stepToJSON, type DocumentTarget } from "@/core/document";
import { joinedToFiles, type FileAddress } from "@/core/links";
import type { Person } from "@/core/people";
import type { DocumentAuthority } from "./document-authority";

/** A document, and the path of the file of which it came. */
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
  const indexes = new Map(
    await Promise.all(files.map(async ({ id }) => [id, (await documents.read(person, id)).index] as const)),
  );
  function targetOf({ path, anchor }: FileAddress): DocumentTarget | null {
    const document = ids.get(path);
    if (document === undefined) return null;
    const id = anchor === "" ? undefined : indexes.get(document)!.anchors.find(anchor);
    return { kind: "document", document, ...(id && { id }) };
  }
  let count = 0;
  for (const { id, path } of files) {
    const { index, version } = await documents.read(person, id);
    const joined = joinedToFiles(index.doc, path, targetOf);
    if (joined.count === 0) continue;
    count += joined.count;
    const { steps } = becomeVersion(new Transform(index.doc), joined.doc);
    await documents.update(person, id, { version, steps: steps.map(stepToJSON), ...(author && { author }) });
    // Others are served between two of them.
    await new Promise((done) => setImmediate(done));
  }
  return count;
}
