import { addressOfFile, type LinkTarget } from "@/core/document";
import type { KnownLibrary } from "@/core/links";
import { fragmentOf, type Outside } from "./outside";

/** What lies outside of a document, as it is seen from its reading view on a server. */
export class OnScreen implements Outside {
  constructor(
    /** The document that is read. */
    private readonly id: string,
    readonly library: KnownLibrary,
  ) {}

  address(target: LinkTarget): string | null {
    if (target.kind === "document") {
      const found = this.library.find(target);
      return `/read/${target.document}${typeof found === "object" ? fragmentOf(target, found) : ""}`;
    }
    return target.kind === "file" ? addressOfFile(this.id, target.id, target.page) : null;
  }
}
