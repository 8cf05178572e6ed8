import { addressOfFile, type LinkTarget } from "@/core/document";
import type { KnownShelf } from "@/core/links";
import type { Outside } from "./outside";

/** What lies outside of a document, as it is seen from its reading view on a server. */
export class OnScreen implements Outside {
  constructor(
    /** The document that is read. */
    private readonly id: string,
    readonly shelf: KnownShelf,
  ) {}

  address(target: LinkTarget): string | null {
    if (target.kind === "document") {
      const found = this.shelf.find(target);
      const anchor = typeof found === "object" ? found.anchor : null;
      // A note has no public name: its document is as near as one gets.
      return `/read/${target.document}${!anchor ? "" : `#${encodeURIComponent(anchor)}`}`;
    }
    return target.kind === "file" ? addressOfFile(this.id, target.id, target.page) : null;
  }
}
