import type { Manuscript } from "@/core/document";
import type { FormatName } from "./format-names";
import { writeGateRope } from "./gaterope";
import { writeHtml, type HtmlOptions } from "./html";
import { writeMarkdown } from "./markdown";
import type { PromisedLink } from "./promised-link";
import { writeText } from "./text";

/** A written file, with each link it holds and where that must land. */
export interface WrittenFile {
  readonly text: string;
  readonly promised: readonly PromisedLink[];
}

/** Writes a document in a format. */
export function writeFile(
  manuscript: Manuscript,
  format: FormatName,
  options: HtmlOptions = {},
): WrittenFile {
  switch (format) {
    case "markdown":
      return writeMarkdown(manuscript);
    case "html":
      return writeHtml(manuscript, options);
    case "text":
      return writeText(manuscript);
    case "gaterope":
      return writeGateRope(manuscript);
  }
}
