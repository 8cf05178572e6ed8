import { readFileSync } from "node:fs";
import { gunzipSync } from "node:zlib";
import { leadPages } from "@/core/editions";
import type { ToZip } from "@/core/formats/zipped";
import type { EditionStore, OpenEdition } from "./edition-store";

/** The files of an edition as a folder on any web server holds them. */
export class EditionFiles {
  constructor(
    private readonly store: EditionStore,
    private readonly edition: OpenEdition,
  ) {}

  get title(): string {
    return this.edition.manifest.title;
  }

  /** The files, each read when it is packed, and the pages that only lead on. */
  *all(): Generator<ToZip, void> {
    const { contents } = this.store;
    for (const [path, { plain, gzip }] of this.edition.files)
      yield {
        path,
        pieces: lazily(() =>
          plain ? readFileSync(contents.fileOf(plain)) : gunzipSync(readFileSync(contents.fileOf(gzip!))),
        ),
        // What is worth it is stored compressed.
        stored: plain !== undefined,
      };
    for (const [path, html] of leadPages(this.edition.manifest, this.edition.manifest.anchors))
      yield { path, pieces: [Buffer.from(html)] };
  }
}

/** Others are served between two pieces of so many bytes. */
const PIECE = 1 << 16;

function* lazily(read: () => Uint8Array): Generator<Uint8Array, void> {
  const bytes = read();
  for (let at = 0; at < bytes.length; at += PIECE) yield bytes.subarray(at, at + PIECE);
}
