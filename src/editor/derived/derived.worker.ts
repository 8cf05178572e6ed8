import { DerivedCopy } from "./derived-copy";
import type { FromWorker, ToWorker } from "./protocol";

/** The scope of a dedicated worker, as far as it is used here; the library of the DOM does not have it. */
const scope = self as unknown as {
  onmessage: ((event: MessageEvent<ToWorker>) => void) | null;
  postMessage(message: FromWorker): void;
};

const copy = new DerivedCopy();
let asked = false;

scope.onmessage = ({ data }) => {
  if (!copy.take(data) || asked) return;
  asked = true;
  // What has come meanwhile is taken in first: one answer for all of it.
  setTimeout(() => {
    asked = false;
    for (const answer of copy.answers()) scope.postMessage(answer);
  });
};
