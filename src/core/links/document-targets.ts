import type { DocumentIndex } from "@/core/destinations";
import type { DocumentTarget } from "@/core/document";
import { placeKey } from "./known-shelf";

type Run = DocumentIndex["placed"][number]["run"];

const known = new WeakMap<Run, readonly DocumentTarget[]>();

/** The places of other documents to which links of a document lead, each once. Most runs stay the same from one version to the next. */
export function documentTargets(index: DocumentIndex): readonly DocumentTarget[] {
  const found = new Map<string, DocumentTarget>();
  for (const run of index.runs) {
    let own = known.get(run);
    if (!own) {
      const links = run.linked.flatMap(({ summary }) => summary.links);
      own = links.flatMap(({ target }) => (target.kind === "document" ? [target] : []));
      known.set(run, own);
    }
    for (const target of own) found.set(placeKey(target), target);
  }
  return [...found.values()];
}
