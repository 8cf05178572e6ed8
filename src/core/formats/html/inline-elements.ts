import type { Mark } from "prosemirror-model";
import { schema } from "@/core/document";
import { linkMark } from "../intake/addresses";
import { writtenLink } from "../intake/link-element";
import { referenceElement } from "../intake/reference-element";
import { codeLanguage } from "./code-language";
import { marksOfElement } from "./inline-marks";
import { pictureLook } from "./picture-look";
import type { Attributes, ReadingScope } from "./reading-scope";

/** The name of words in the index as an exported page gives it, to which its own index leads. */
const OWN_INDEX_NAME = /^_index\d+$/;

/** Reads elements within lines: marks, links, anchors, cross-references, values and entries of the index. */
export class InlineElements {
  /** Ranges whose words are spread over several elements, by the name that joins these. */
  private readonly ranges = new Map<string, Mark>();

  constructor(private readonly scope: ReadingScope) {}

  start(name: string, attributes: Attributes, selfClosing: boolean): void {
    const { builder, context, open } = this.scope;
    // What can be done with a heading is none of its words; a heading may be in one as well, where it unfolds.
    if (name === "button" && builder.openKind === "heading" && !builder.betweenBlocks)
      return open.push(name, "silent");
    if (name === "code" && open.top.name === "pre") builder.nameCode(codeLanguage(attributes));
    if (this.stands(attributes)) return open.push(name, "silent");
    const own = marksOfElement(name, attributes);
    const styled = builder.styles.named(attributes.get("data-style-name"), "words");
    if (styled) own.push(schema.marks.word_style.create({ style: styled }));
    const indexed = builder.indexedOn(attributes);
    if (indexed) return this.startIndexed(name, attributes, selfClosing, [...own, indexed], indexed);
    const link = name === "a" ? writtenLink(attributes) : null;
    const anchor = attributes.get("id") ?? (name === "a" ? attributes.get("name") : undefined) ?? "";
    const named = anchor !== "" && !builder.isEndless(anchor);
    // As XHTML has it; to HTML the slash means nothing, and the anchor would enclose the rest of the paragraph.
    if (selfClosing && !link && named) return builder.anchor(anchor, attributes.get("data-name") ?? null);
    const range = named ? this.rangeOf(anchor, attributes) : anchor ? null : this.rangeMet(attributes);
    if (range) own.push(range.mark);
    const mark = link && linkMark(link, builder, context);
    if (mark) own.push(mark);
    open.push(name, "inline", { own, leave: range?.leave ?? null });
  }

  /** Adds what stands for itself in a line: a cross-reference, a missing picture, a value; false for any other element. */
  private stands(attributes: Attributes): boolean {
    const { builder, open } = this.scope;
    const { marks } = open.top;
    const reference = attributes.has("data-reference") ? referenceElement(attributes) : null;
    if (reference && builder.crossReference(reference, marks)) return true;
    const missing = attributes.get("data-picture-alt");
    if (missing !== undefined) {
      builder.addPicture(null, missing, { ...pictureLook(attributes), inLine: true, marks });
      return true;
    }
    const computed = attributes.get("data-computed");
    return computed ? builder.computation(computed, marks) : false;
  }

  private startIndexed(
    name: string,
    attributes: Attributes,
    selfClosing: boolean,
    own: readonly Mark[],
    indexed: Mark,
  ): void {
    const { builder, open, wanted } = this.scope;
    const end = () => builder.endIndexed(indexed);
    const id = attributes.get("id") ?? "";
    if (wanted.has(id) && !OWN_INDEX_NAME.test(id)) builder.anchor(id);
    // As XHTML has it; to HTML the slash means nothing, and the entry would enclose the rest of the paragraph.
    if (selfClosing) end();
    else open.push(name, "inline", { own, leave: end });
  }

  /** The range that an anchor encloses. */
  private rangeOf(anchor: string, attributes: Attributes): InlineRange {
    const { builder } = this.scope;
    const mark = builder.rangeMark(anchor, attributes.get("data-name") ?? null);
    const later = attributes.get("data-range");
    if (later) this.ranges.set(later, mark);
    return { mark, leave: () => builder.endRange(mark) };
  }

  /** The range met before that an element without an anchor goes on; null where there is none. */
  private rangeMet(attributes: Attributes): InlineRange | null {
    const known = this.ranges.get(attributes.get("data-range") ?? "");
    return known ? { mark: known, leave: null } : null;
  }
}

interface InlineRange {
  readonly mark: Mark;
  readonly leave: (() => void) | null;
}
