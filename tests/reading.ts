import type { Manuscript } from "@/core/document";
import { readFile } from "@/core/formats";

/** What a reader makes of a text as a file of a name; throws what it says where it refuses it. */
export function readText(name: string, text: string): Manuscript {
  const result = readFile(name, new TextEncoder().encode(text));
  if (!result.ok) throw new Error(result.error.reason);
  return result.manuscript;
}
