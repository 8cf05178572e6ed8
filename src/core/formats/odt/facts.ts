import type { Enclosed } from "../office/named-reference";
import type { CountedCaption } from "../office/series";
import { elementsIn, type XmlElement } from "../xml/element";
import { isHiddenSection } from "./hidden-section";

/** What has to be known of a whole document before its parts are read. */
export class OdtFacts {
  /** What links and references lead to, as they name it. */
  readonly wanted = new Set<string>();
  /** Names whose words a reference says. */
  readonly quoted = new Set<string>();
  readonly captions = new Map<XmlElement, CountedCaption>();
  private readonly begun = new Map<string, Enclosed>();
  private readonly ended = new Map<string, Enclosed>();

  constructor(text: XmlElement | null) {
    if (text) this.visit(text, "words");
  }

  /** What a bookmark or mark encloses; null where there is none of that name. */
  encloses(name: string): Enclosed | null {
    return this.ended.get(name) ?? (this.begun.has(name) ? "point" : null);
  }

  ends(name: string): boolean {
    return this.ended.has(name);
  }

  private wantReference({ attributes }: XmlElement, within: Enclosed): void {
    const name = attributes["text:ref-name"] ?? "";
    this.wanted.add(name);
    // In headings references keep their words, so that none is said again.
    const format = attributes["text:reference-format"] ?? "text";
    if (within !== "heading" && format === "text") this.quoted.add(name);
  }

  private visit(element: XmlElement, within: Enclosed): void {
    for (const child of elementsIn(element)) {
      const { name, attributes } = child;
      const called = attributes["text:name"] ?? "";
      if (name === "text:tracked-changes" || isHiddenSection(child)) continue;
      if (name === "text:bookmark" || name === "text:reference-mark")
        this.ended.set(called, within === "words" ? "point" : within);
      else if (name === "text:bookmark-start" || name === "text:reference-mark-start")
        this.begun.set(called, within);
      else if (name === "text:bookmark-end" || name === "text:reference-mark-end") {
        const began = this.begun.get(called);
        if (began) this.ended.set(called, began === within ? within : "words");
      } else if (name === "text:a") {
        const href = attributes["xlink:href"] ?? "";
        if (href.startsWith("#")) this.wanted.add(anchorOf(href));
      } else if (attributes["text:ref-name"] !== undefined && name !== "text:sequence")
        this.wantReference(child, within);
      if (name === "text:p") {
        const caption = captionIn(child);
        if (caption) this.captions.set(child, caption);
        this.visit(child, caption ? "caption" : "words");
      } else this.visit(child, name === "text:h" ? "heading" : within);
    }
  }
}

/** What a link within the document looks for: what stands behind its `#`, with the sign for what kind of thing that is. */
export function anchorOf(href: string): string {
  const written = href.slice(1);
  try {
    return decodeURIComponent(written);
  } catch {
    return written;
  }
}

/** The words of a paragraph before its number, where it is a counted caption. */
function captionIn(paragraph: XmlElement): CountedCaption | null {
  let before = "";
  let found: string | null = null;
  const look = (element: XmlElement): void => {
    for (const part of element.content) {
      if (found !== null) return;
      if (typeof part === "string") before += part;
      else if (part.name === "text:sequence") found = part.attributes["text:name"] ?? "";
      else if (part.name !== "draw:frame" && part.name !== "text:note") look(part);
    }
  };
  look(paragraph);
  const label = before.replace(/\s+/g, " ").trim();
  return found === null || label.length > 24
    ? null
    : { series: found, label: label.replace(/[\d.\-–—:\s]+$/, "") };
}
