import type { DestinationId } from "@/core/document";

/** A link that a writer put into a file, and where in that file it must land. */
export interface PromisedLink {
  readonly text: string;
  readonly href: string;
  /** The destination inside the document it leads to; null for the top, the web and mail. */
  readonly destination: DestinationId | null;
}
