import { readFileSync } from "node:fs";
import type { Picture } from "@/core/document";
import type { ReadDocument } from "./messages";

/** The pictures of what was read, one after the other: those in a spool are read when it is their turn. */
export function* picturesOf({ pictures }: Pick<ReadDocument, "pictures">): Generator<Picture, void> {
  for (const { type, source } of pictures)
    yield { type, bytes: typeof source === "string" ? new Uint8Array(readFileSync(source)) : source };
}

/** The pictures of what was read, all at once, by name. */
export function picturesByName(read: Pick<ReadDocument, "pictures">): ReadonlyMap<string, Picture> {
  const names = read.pictures.map(({ name }) => name);
  return new Map([...picturesOf(read)].map((picture, i) => [names[i]!, picture]));
}
