import type { Mark } from "prosemirror-model";
import { parseFragment, type DefaultTreeAdapterTypes } from "parse5";
import { isMark, schema } from "@/core/document";
import type { DocumentBuilder } from "../intake/document-builder";
import { linkMark, pictureBytes } from "../intake/addresses";
import { writtenLink } from "../intake/link-element";
import { referenceElement } from "../intake/reference-element";
import type { ReadContext } from "../intake/read-context";
import { marksOfElement } from "../html/inline-marks";
import { pictureLook } from "../html/picture-look";

/** Elements whose content is left out with them. */
const SILENT = new Set([
  "script",
  "style",
  "iframe",
  "object",
  "embed",
  "svg",
  "template",
  "textarea",
  "select",
]);

interface OpenTag {
  readonly name: string;
  readonly marks: readonly Mark[];
  readonly range: Mark | null;
  /** Whether its words are left out. */
  readonly silent: boolean;
}

/**
 * HTML tags that stand among the words of Markdown. Markdown hands them over one by one, so the tags that are open are
 * kept here, across paragraphs where a range does not end in the one it began in.
 */
export class InlineHtml {
  private readonly open: OpenTag[] = [];
  /** Ranges between `<a id="x"></a>` and `<a data-end="x"></a>`, by anchor. */
  private readonly ranges = new Map<string, Mark>();

  constructor(
    private readonly builder: DocumentBuilder,
    private readonly context: ReadContext,
    /** Anchors for which the file has an end sign. */
    private readonly ended: ReadonlySet<string>,
  ) {}

  /** The marks that open tags and ranges put on words. */
  get marks(): Mark[] {
    return [...this.ranges.values(), ...this.open.flatMap((tag) => tag.marks)];
  }

  /** Whether words here belong to an element that is left out. */
  get silent(): boolean {
    return this.open.some((tag) => tag.silent);
  }

  /** Takes a tag in; `inForce` are the marks that hold there. */
  tag(source: string, inForce: readonly Mark[]): void {
    const closing = /^<\/\s*([a-z][a-z0-9-]*)/i.exec(source)?.[1]?.toLowerCase();
    if (closing) return this.close(closing);
    const element = parseFragment(source).childNodes[0];
    if (!element || !("tagName" in element)) return;
    this.enter(element, /\/\s*>$/.test(source), inForce);
  }

  /** Tags do not go on after the paragraph they were opened in, as in a browser; ranges do. */
  endOfBlock(): void {
    while (this.open.length > 0) this.leave(this.open.pop()!);
  }

  private enter(
    { tagName: name, attrs: written }: DefaultTreeAdapterTypes.Element,
    selfClosing: boolean,
    inForce: readonly Mark[],
  ): void {
    const attributes = new Map<string, string>();
    for (const attribute of written)
      if (/^on/i.test(attribute.name))
        this.context.dropped.add("event handler", "Scripts are never imported.");
      else attributes.set(attribute.name, attribute.value);
    if (name === "br") return this.builder.hardBreak();
    if (name === "img")
      return this.builder.addPicture(
        pictureBytes(attributes.get("src") ?? "", this.context),
        attributes.get("alt") ?? "",
        { ...pictureLook(attributes), marks: inForce },
      );
    if (SILENT.has(name)) this.context.dropped.add(`<${name}>`, "It is never imported.");
    const ends = attributes.get("data-end");
    if (ends) {
      const range = this.ranges.get(ends);
      if (range) this.builder.endRange(range);
      this.ranges.delete(ends);
      this.open.push({ name, marks: [], range: null, silent: false });
      return;
    }
    const reference = attributes.has("data-reference") ? referenceElement(attributes) : null;
    if (reference && this.builder.crossReference(reference, inForce)) {
      this.open.push({ name, marks: [], range: null, silent: true });
      return;
    }
    const missing = attributes.get("data-picture-alt");
    if (missing !== undefined) {
      this.builder.addPicture(null, missing, { ...pictureLook(attributes), inLine: true, marks: inForce });
      this.open.push({ name, marks: [], range: null, silent: true });
      return;
    }
    const tex = attributes.get("data-tex");
    if (tex !== undefined) {
      this.builder.formula(tex.trim(), inForce);
      this.open.push({ name, marks: [], range: null, silent: true });
      return;
    }
    const computed = attributes.get("data-computed");
    if (computed && this.builder.computation(computed, inForce)) {
      this.open.push({ name, marks: [], range: null, silent: true });
      return;
    }
    const earlierOf = attributes.get("data-earlier");
    if (earlierOf && attributes.get("id")) {
      this.builder.earlier(attributes.get("id")!, earlierOf);
      this.open.push({ name, marks: [], range: null, silent: true });
      return;
    }
    const indexed = this.builder.indexedOn(attributes);
    if (indexed) {
      if (selfClosing) this.builder.endIndexed(indexed);
      else
        this.open.push({
          name,
          marks: [...marksOfElement(name, attributes), indexed],
          range: null,
          silent: false,
        });
      return;
    }
    const named = attributes.get("id") ?? (name === "a" ? attributes.get("name") : undefined);
    const anchor = named && !this.builder.isEndless(named) ? named : undefined;
    const bookmarkName = attributes.get("data-name") ?? null;
    const marks = marksOfElement(name, attributes);
    const styled = this.builder.styles.named(attributes.get("data-style-name"), "words");
    if (styled) marks.push(schema.marks.word_style.create({ style: styled }));
    let range: Mark | null = null;
    if (anchor && this.ended.has(anchor))
      this.ranges.set(anchor, this.builder.rangeMark(anchor, bookmarkName));
    else if (anchor && selfClosing) this.builder.anchor(anchor, bookmarkName);
    else if (anchor) {
      range = this.builder.rangeMark(anchor, bookmarkName);
      marks.push(range);
    }
    const link = name === "a" ? writtenLink(attributes) : null;
    const mark = link && linkMark(link, this.builder, this.context);
    if (mark) marks.push(mark);
    if (!selfClosing) this.open.push({ name, marks, range, silent: SILENT.has(name) });
  }

  private close(name: string): void {
    const at = this.open.map((tag) => tag.name).lastIndexOf(name);
    if (at < 0) return;
    for (const tag of this.open.splice(at).reverse()) this.leave(tag);
  }

  private leave(tag: OpenTag): void {
    if (tag.range) this.builder.endRange(tag.range);
    for (const mark of tag.marks) if (isMark(mark, "index_entry")) this.builder.endIndexed(mark);
  }
}
