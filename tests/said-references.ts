import type { DocumentIndex } from "@/core/index";
import { referenceWords } from "@/core/links";

/** What the cross-references of a document say, in order, where no pages are known. */
export function saidReferences(index: DocumentIndex): string[] {
  return index.references.map(({ target, reference, from }) =>
    target.kind === "destination" ? referenceWords({ target, form: reference.form }, from, index, null) : "",
  );
}
