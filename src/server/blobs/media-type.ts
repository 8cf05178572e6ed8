import mime from "mime";
import { recognisePicture } from "@/core/document";

/** Kinds that a browser shows by itself and in which no script runs. */
const SHOWN = new Set([
  "application/pdf",
  "image/png",
  "image/jpeg",
  "image/gif",
  "image/webp",
  "text/plain",
]);

const RUNS = /html|javascript|ecmascript|[/+]xml$/;

/** Whether a browser may show a file of a type in place of keeping it. */
export function mayBeShown(type: string): boolean {
  return SHOWN.has(type);
}

/** What a file is, by its first bytes where these tell it, else by how its name ends (as IANA has it registered). */
export function mediaTypeOf(name: string, bytes: Uint8Array): string {
  const head = String.fromCharCode(...bytes.subarray(0, 1_024));
  if (head.includes("%PDF-")) return "application/pdf";
  const picture = recognisePicture(bytes);
  if (picture) return picture.type;
  const named = mime.getType(name);
  // What its bytes would tell, and do not, it is not; in what a browser might run nothing is told, should it ever be shown.
  const isUntold = named === null || RUNS.test(named) || (SHOWN.has(named) && named !== "text/plain");
  return isUntold ? "application/octet-stream" : named;
}
