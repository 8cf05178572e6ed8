import { tooLargeMessage } from "@/core/model/too-large";
import {
  attachedFiles,
  contentOf,
  fileNameOf,
  MAX_FILE_BYTES,
  type AttachedFile,
  type Registry,
} from "@/core/document";
import { ContentStore } from "./content-store";
import { ServerError } from "../http/errors";
import { countPages } from "@/threads/page-count/count-pages";
import { mediaTypeOf } from "./media-type";

/** Attached files beside the database, each content once. Who they belong to, and what they are called, documents say. */
export class FileStore {
  private readonly contents: ContentStore;

  constructor(
    folder: string,
    /** The built file of the thread in which pages are counted. */
    private readonly thread: string,
  ) {
    this.contents = new ContentStore(folder);
  }

  /** Keeps a file; answers how a document enters it. Throws a {@link ServerError} for one that is too large. */
  async keep(name: string, bytes: Uint8Array): Promise<AttachedFile> {
    if (bytes.length > MAX_FILE_BYTES)
      throw new ServerError(413, "too-large", tooLargeMessage("The file", MAX_FILE_BYTES));
    const content = contentOf(bytes);
    this.contents.keep(content, bytes);
    const type = mediaTypeOf(name, bytes);
    const pages = type === "application/pdf" ? await countPages(this.thread, bytes) : null;
    return {
      name: fileNameOf(name),
      content,
      size: bytes.length,
      type,
      ...(pages !== null && pages > 0 ? { pages } : {}),
      removed: false,
    };
  }

  /** The bytes of a content, or null. */
  find(content: string): Uint8Array | null {
    return /^[0-9a-f]{64}$/.test(content) ? this.contents.find(content) : null;
  }

  /** Removes what is not used and was kept before a time. */
  sweep(isUsed: (name: string) => boolean, before: number): void {
    this.contents.sweep(isUsed, before);
  }

  /** Keeps the bytes of files that came with a document. */
  keepAll(files: ReadonlyMap<string, Uint8Array>): void {
    for (const bytes of files.values()) this.contents.keep(contentOf(bytes), bytes);
  }

  /** The bytes of the files of a document, by content, as far as they are there. */
  all(registry: Pick<Registry, "files">): Map<string, Uint8Array> {
    const found = new Map<string, Uint8Array>();
    for (const { content } of attachedFiles(registry)) {
      const bytes = this.find(content);
      if (bytes) found.set(content, bytes);
    }
    return found;
  }
}
