import { kept } from "@/core/kept";
import type { DocumentIndex } from "@/core/index";
import type { DocumentTarget } from "@/core/document";
import { placeKey } from "./known-library";

type Run = DocumentIndex["placed"][number]["run"];

/** Most runs stay the same from one version to the next. */
const targetsIn = kept((run: Run): readonly DocumentTarget[] =>
  run.linked
    .flatMap(({ summary }) => summary.links)
    .flatMap(({ target }) => (target.kind === "document" ? [target] : [])),
);

/** The places of other documents to which links of a document lead, each once. */
export function documentTargets(index: DocumentIndex): readonly DocumentTarget[] {
  const found = new Map<string, DocumentTarget>();
  for (const run of index.runs) for (const target of targetsIn(run)) found.set(placeKey(target), target);
  return [...found.values()];
}
