import type { LinkTarget } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import type { KnownLibrary } from "@/core/links";
import { BesideFile, type Outside } from "../formats/outside";
import { FIRST, LEADS } from "./addresses";

/** What lies outside of an edition: the editions of other documents in folders beside its own, each named by its document; attached files within. */
export class Published implements Outside {
  private readonly within: BesideFile;

  constructor(readonly library: KnownLibrary) {
    this.within = new BesideFile(library, ".html");
  }

  address(target: LinkTarget, index: DocumentIndex): string | null {
    if (target.kind !== "document") return this.within.address(target, index);
    const found = this.library.find(target);
    if (typeof found !== "object") return null;
    const folder = `../${encodeURIComponent(target.document)}`;
    return found.anchor
      ? `${folder}/${LEADS}/${encodeURIComponent(found.anchor)}.html`
      : `${folder}/${FIRST}`;
  }
}
