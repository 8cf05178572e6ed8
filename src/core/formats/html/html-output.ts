import type { DestinationId, LinkTarget } from "@/core/document";
import { addressOf } from "@/core/document";
import type { DocumentIndex } from "@/core/destinations";
import { follow } from "@/core/links";
import { escapeHtml } from "./escape";
import type { PromisedLink } from "../promised-link";

/** Where the parts of one HTML rendering meet: what is known of the document, and what the file promises. */
export class HtmlOutput {
  readonly promised: PromisedLink[] = [];
  /** Ranges whose first piece has been written. */
  readonly begun = new Set<string>();

  constructor(
    readonly index: DocumentIndex,
    /** The address of a stored picture as it is to stand in the file. */
    readonly pictureAddress: (name: string) => string,
  ) {}

  /** The `href` for a target, noted as promised; null for a link that cannot land. */
  href(target: LinkTarget, text: string): string | null {
    const followed = follow(target, this.index);
    if (!followed.lands) return target.kind === "web" ? this.promise(text, target.url, null) : null;
    if (target.kind !== "destination") return this.promise(text, addressOf(target), null);
    return this.hrefOf(target.id, text);
  }

  /** The `href` that leads to a destination, noted as promised; to the top for null. */
  hrefOf(id: DestinationId | null, text: string): string {
    return this.promise(text, `#${encodeURIComponent(id ? this.index.anchors.of(id)! : "top")}`, id);
  }

  private promise(text: string, href: string, destination: DestinationId | null): string {
    this.promised.push({ text, href, destination });
    return href;
  }

  /** The anchor to write at a destination. */
  anchor(id: DestinationId): string | undefined {
    return this.index.anchors.of(id);
  }

  /** Empty elements that keep earlier anchors of a destination alive. */
  aliases(id: DestinationId): string {
    return this.index.anchors
      .aliases(id)
      .filter((alias) => !/\s/.test(alias))
      .map((alias) => `<span id="${escapeHtml(alias)}"></span>`)
      .join("");
  }
}
