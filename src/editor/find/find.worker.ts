import { SoughtError, stretchesIn } from "@/core/find";
import type { Found, ToFind } from "./find-thread";

/** The scope of a dedicated worker, as far as it is used here; the library of the DOM does not have it. */
const scope = self as unknown as {
  onmessage: ((event: MessageEvent<ToFind>) => void) | null;
  postMessage(message: Found): void;
};

scope.onmessage = ({ data }) => {
  try {
    scope.postMessage({ stretches: stretchesIn(data.texts, data.sought) });
  } catch (error) {
    if (!(error instanceof SoughtError)) throw error;
    scope.postMessage({ fault: error.message });
  }
};
