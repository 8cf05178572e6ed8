import { recognisePicture } from "@/core/document";
import { ownEntry } from "@/core/own-entry";

/** Media types of files that authors attach, by how their names end. */
const BY_ENDING: Record<string, string> = {
  csv: "text/csv",
  docx: "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
  epub: "application/epub+zip",
  json: "application/json",
  md: "text/markdown",
  mp3: "audio/mpeg",
  mp4: "video/mp4",
  odp: "application/vnd.oasis.opendocument.presentation",
  ods: "application/vnd.oasis.opendocument.spreadsheet",
  odt: "application/vnd.oasis.opendocument.text",
  pptx: "application/vnd.openxmlformats-officedocument.presentationml.presentation",
  txt: "text/plain",
  xlsx: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
  zip: "application/zip",
};

/** What a file is, by its first bytes where these tell it, else by how its name ends. */
export function mediaTypeOf(name: string, bytes: Uint8Array): string {
  const head = String.fromCharCode(...bytes.subarray(0, 1_024));
  if (head.includes("%PDF-")) return "application/pdf";
  const ending = /\.([a-z0-9]{1,8})$/i.exec(name)?.[1]?.toLowerCase() ?? "";
  return recognisePicture(bytes)?.type ?? ownEntry(BY_ENDING, ending) ?? "application/octet-stream";
}

/** Kinds that a browser shows by itself and in which no script runs. */
const SHOWN = new Set([
  "application/pdf",
  "image/png",
  "image/jpeg",
  "image/gif",
  "image/webp",
  "text/plain",
]);

/** Whether a browser may show a file of a type in place of keeping it. */
export function mayBeShown(type: string): boolean {
  return SHOWN.has(type);
}
