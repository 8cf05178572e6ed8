import { readPasted } from "@/core/formats/html/pasted";
import type { ReadApart } from "./read-apart";

/** The scope of a dedicated worker, as far as it is used here; the library of the DOM does not have it. */
const scope = self as unknown as {
  onmessage: ((event: MessageEvent<string>) => void) | null;
  postMessage(message: ReadApart): void;
};

scope.onmessage = ({ data }) => {
  try {
    const { blocks, pictures, dropped } = readPasted(data);
    scope.postMessage({
      blocks: blocks.map((block) => block.toJSON() as object),
      pictures: [...pictures].map(([name, { type, bytes }]) => [name, type, bytes] as const),
      dropped,
    });
  } catch (error) {
    scope.postMessage({ fault: (error as Error).message });
  }
};
