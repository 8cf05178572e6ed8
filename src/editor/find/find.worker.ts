import { findFor, type Found, type ToFind } from "@/core/find";

/** The scope of a dedicated worker, as far as it is used here; the library of the DOM does not have it. */
const scope = self as unknown as {
  onmessage: ((event: MessageEvent<ToFind>) => void) | null;
  postMessage(message: Found): void;
};

scope.onmessage = ({ data }) => scope.postMessage(findFor(data));
