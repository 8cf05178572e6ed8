import type { FoundDocument, Sought } from "@/core/find";
import { messageOf } from "@/core/thrown";
import type { SearchThreads } from "./search-threads";

/** Finds words in all documents of the library, by the same rules as within one document. */
export class LibrarySearch {
  /** Documents that could not be read here either; each is reported once. */
  private readonly unreadable = new Set<string>();

  constructor(
    private readonly threads: Pick<SearchThreads, "update" | "find">,
    /** Reads a document here, which mends what can be mended; rejects if it cannot be read at all. */
    private readonly read: (id: string) => Promise<unknown>,
  ) {}

  /** The documents in which something stands, the one changed last first. Throws a SoughtError for what cannot be searched for. */
  async find(sought: Sought, signal?: AbortSignal): Promise<FoundDocument[]> {
    await this.update().catch((error: unknown) => {
      // What was indexed before is found all the same.
      console.error(`gate-rope: the search index could not be brought up to date: ${messageOf(error)}`);
    });
    signal?.throwIfAborted();
    return this.threads.find(sought, signal);
  }

  private async update(): Promise<void> {
    const failed = await this.threads.update();
    for (const id of this.unreadable) if (!failed.includes(id)) this.unreadable.delete(id);
    let mended = false;
    for (const id of failed) {
      if (this.unreadable.has(id)) continue;
      try {
        await this.read(id);
        mended = true;
      } catch (error) {
        this.unreadable.add(id);
        console.error(`gate-rope: document ${id} cannot be searched: ${messageOf(error)}`);
      }
    }
    if (mended) await this.threads.update();
  }
}
