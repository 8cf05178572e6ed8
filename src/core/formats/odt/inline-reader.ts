import type { Mark } from "prosemirror-model";
import { asMark, indexEntryAttributes, indexEntrySchema, schema } from "@/core/document";
import { linkMark } from "../intake/addresses";
import { keptHeadingFrom, keptLink, keptReference, keptSection } from "../office/kept";
import type { OwnPlace } from "../office/own-part";
import { isOwnSize } from "../office/own-size";
import { ENTRY_AMONG_WORDS } from "../office/entry-among-words";
import { isMachineName } from "../office/machine-names";
import { saidOfNamed } from "../office/named-reference";
import type { RunLook, WrittenStyle } from "../office/written-style";
import { childNamed, elementsWithin, type XmlElement } from "../xml/element";
import { anchorOf } from "./facts";
import { framed, holdsText, isDrawn, type FramedPicture } from "./frames";
import { formOf, REFERENCES } from "./references";
import type { OdtScope } from "./scope";
import { tagNamed, tagOf } from "./tags";

/** A note whose sign was met. */
export interface MetNote {
  readonly key: string;
  readonly body: XmlElement;
}

/** How the words that are read look. */
interface Around {
  readonly style: WrittenStyle | null;
  readonly byHand: RunLook;
  readonly link: Mark | null;
}

/** What a paragraph's content is read into. */
export interface InlinePlace {
  readonly style: WrittenStyle;
  readonly byHand: RunLook;
  /** Whether all up to its number is left out, as of a caption. */
  readonly caption: boolean;
}

/** Reads what stands within paragraphs: words, links, references, bookmarks, notes, frames. Bookmarks may begin in one and end in another. */
export class InlineReader {
  private readonly ranges = new Map<string, Mark>();
  private readonly entries = new Map<string, Mark>();
  private paragraph: WrittenStyle;
  private beforeNumber = false;
  private behindNumber = false;
  /** Whether white space came last: more of it says nothing (ISO 26300-1, 6.1.2). */
  private behindSpace = true;
  private boxes: XmlElement[] = [];
  /** The bookmark at whose end reading goes on; null where nothing is passed over. */
  private skipsTo: string | null = null;
  /** A link that was kept as it is, and the bookmark up to whose end it holds. */
  private keptLink: Mark | null = null;
  private keptUntil: string | null = null;
  /** Bookmarks on blocks that have named theirs. */
  private readonly placed = new Set<string>();
  readonly notes: MetNote[] = [];

  constructor(private readonly scope: OdtScope) {
    this.paragraph = scope.styles.body;
  }

  /** Reads the content of a paragraph; what stands in boxes of text beside it is returned. */
  read(element: XmlElement, { style, byHand, caption }: InlinePlace): readonly XmlElement[] {
    this.paragraph = style;
    this.beforeNumber = caption;
    this.behindNumber = false;
    this.behindSpace = true;
    this.boxes = [];
    this.readAll(element, { style: null, byHand, link: null });
    return this.boxes;
  }

  /** Reads something that may stand between blocks as well. */
  readMarker(element: XmlElement): void {
    this.readOne(element, { style: null, byHand: {}, link: null });
  }

  private readAll(element: XmlElement, around: Around): void {
    for (const part of element.content) {
      if (typeof part === "string") this.readText(part, around);
      else this.readOne(part, around);
    }
  }

  private readText(written: string, around: Around): void {
    if (this.skipsTo !== null) return;
    // Only the white space of XML: a no-break space stays.
    let words = written.replace(/[ \t\r\n]+/g, " ");
    if (this.behindSpace) words = words.replace(/^ /, "");
    if (words === "") return;
    this.behindSpace = words.endsWith(" ");
    this.put(words, around);
  }

  private put(words: string, around: Around): void {
    if (this.beforeNumber) return;
    const { builder, marks, context } = this.scope;
    if (marks.isHidden(around.byHand, around.style, this.paragraph)) {
      if (words.trim() !== "") context.dropped.add("hidden text", "It is not shown in the file either.");
      return;
    }
    const { isOwn } = this.scope.own;
    const between = isOwn ? /^\. ?/ : /^[\s.:)\-–—]+/;
    const said = this.behindNumber ? words.replace(between, "") : words;
    if (said !== "" || isOwn) this.behindNumber = false;
    if (said === "") return;
    builder.text(said, this.marksOf(around));
  }

  private marksOf({ style, byHand, link }: Around): readonly Mark[] {
    return [
      ...this.scope.marks.of(byHand, style, this.paragraph),
      ...(this.keptLink ? [this.keptLink] : link ? [link] : []),
      ...this.ranges.values(),
      ...this.entries.values(),
    ];
  }

  private readOne(element: XmlElement, around: Around): void {
    const { builder } = this.scope;
    const { name, attributes } = element;
    if (this.skipsTo !== null) return this.passTo(element, around);
    if (REFERENCES.has(name)) return this.readReference(element, around);
    switch (name) {
      case "text:span":
        return this.readSpan(element, around);
      case "text:a":
        return this.readAll(element, { ...around, link: this.linkOf(attributes) ?? around.link });
      case "draw:a":
        return this.readAll(element, { ...around, link: this.linkOf(attributes) });
      case "text:s":
        this.behindSpace = false;
        return this.put(
          " ".repeat(Math.min(Math.max(Number(attributes["text:c"] ?? 1) || 1, 1), 1_000)),
          around,
        );
      case "text:tab":
        this.behindSpace = true;
        return this.put(builder.openKind === "code_block" ? "\t" : " ", around);
      case "text:line-break":
        this.behindSpace = true;
        if (!this.beforeNumber) builder.hardBreak();
        return;
      case "text:sequence":
        return this.readSequence(element, around);
      case "text:note":
        return this.readNote(element);
      case "draw:frame":
        return this.readFrame(element, around);
      case "text:bookmark":
      case "text:reference-mark":
        return this.placePoint(attributes["text:name"] ?? "");
      case "text:bookmark-start":
      case "text:reference-mark-start":
        return this.begin(attributes["text:name"] ?? "", around);
      case "text:bookmark-end":
      case "text:reference-mark-end":
        return this.endRange(attributes["text:name"] ?? "");
      case "text:alphabetical-index-mark":
      case "text:alphabetical-index-mark-start":
        return this.enterInIndex(attributes);
      case "text:alphabetical-index-mark-end":
        return this.endEntry(attributes["text:id"] ?? "");
      case "text:ruby":
        this.scope.context.dropped.add("reading beside characters (ruby)", "The characters are kept.");
        return this.readAll(childNamed(element, "text:ruby-base") ?? element, around);
      case "text:hidden-text":
      case "text:hidden-paragraph":
        this.scope.context.dropped.add("hidden text", "It is not shown in the file either.");
        return;
      case "text:toc-mark":
      case "text:toc-mark-start":
      case "text:user-index-mark":
      case "text:user-index-mark-start":
        this.scope.context.dropped.add(...ENTRY_AMONG_WORDS);
        return;
      case "office:annotation":
      case "office:annotation-end":
      case "text:tracked-changes":
      case "text:soft-page-break":
      case "office:forms":
        return;
      default:
        if (isDrawn(element)) return this.readDrawn(element);
        return this.readAll(element, around);
    }
  }

  /** Passes over what is made again, up to the end of the bookmark around it. */
  private passTo(element: XmlElement, around: Around): void {
    const { name, attributes } = element;
    if (name === "text:bookmark-end" && attributes["text:name"] === this.skipsTo) this.skipsTo = null;
    else if (element.content.length > 0) this.readAll(element, around);
  }

  /** A bookmark begins: of a place, or around what Gate Rope wrote and what is read as it says. */
  private begin(name: string, around: Around): void {
    const tag = tagNamed(name);
    if (!tag || !this.scope.own.isOwn) return this.beginRange(name);
    const { builder, own } = this.scope;
    const [said] = tag.said;
    const kept = own.keptAt(said);
    const skips = (done: boolean) => {
      if (done) this.skipsTo = name;
    };
    switch (tag.kind) {
      case "made":
        return skips(true);
      case "value":
        return skips(typeof kept === "string" && builder.computation(kept, this.marksOf(around)));
      case "reference": {
        const reference = keptReference(kept);
        const anchor = reference?.place ? own.anchorOf(reference.place) : reference?.target?.was;
        if (!reference || !anchor) return;
        const { form, linked } = reference;
        return skips(
          builder.crossReference({ anchor, form, linked }, this.marksOf({ ...around, link: null })),
        );
      }
      case "link":
        this.keptLink = keptLink(kept);
        this.keptUntil = name;
        return;
      case "tex":
        if (typeof kept === "string") builder.formula(kept, this.marksOf(around));
        return skips(typeof kept === "string");
      case "box":
        return skips(builder.giveBox(said === "1"));
      case "heading": {
        const named = keptHeadingFrom(kept);
        if (named) builder.nameHeading(named);
        return;
      }
      case "break":
        builder.addLeaf(schema.nodes.page_break.create({ section: keptSection(kept) }));
    }
  }

  private readSpan(element: XmlElement, around: Around): void {
    const { style, byHand } = this.scope.styles.named("text", element.attributes["text:style-name"]);
    this.readAll(element, {
      ...around,
      style: style ?? around.style,
      byHand: { ...around.byHand, ...byHand.run },
    });
  }

  private readSequence(element: XmlElement, around: Around): void {
    const anchor = element.attributes["text:ref-name"] ?? "";
    const { facts, builder, own } = this.scope;
    if (facts.wanted.has(anchor) && !own.placeOf(anchor)) builder.hiddenAnchor(anchor);
    if (!this.beforeNumber) return this.readAll(element, around);
    this.beforeNumber = false;
    this.behindNumber = true;
  }

  private readNote(element: XmlElement): void {
    const body = childNamed(element, "text:note-body");
    if (!body || this.beforeNumber) return;
    const key = `note ${this.notes.length} ${element.attributes["text:id"] ?? ""}`;
    const place = element.attributes["text:note-class"] === "endnote" ? "end" : "foot";
    const id = element.attributes["text:id"];
    this.scope.builder.noteReference(key, place, id ? [this.scope.own.anchorOf(id)] : []);
    this.notes.push({ key, body });
    this.behindSpace = false;
  }

  // Links and references

  /** The link that attributes say; null for none. */
  linkOf(attributes: Readonly<Record<string, string>>): Mark | null {
    const { builder, context, own } = this.scope;
    const href = attributes["xlink:href"] ?? "";
    // What lies beside the file is one step up from within its archive.
    const address = href.startsWith("#")
      ? `#${encodeURIComponent(own.anchorOf(anchorOf(href)))}`
      : href.replace(/^\.\.\//, "");
    const look = own.isOwn ? lookOfLink(attributes["text:style-name"]) : undefined;
    return linkMark({ href: address, hint: attributes["office:title"], look }, builder, context);
  }

  private readReference(element: XmlElement, around: Around): void {
    const name = element.attributes["text:ref-name"] ?? "";
    const { builder, facts, own } = this.scope;
    const anchor = own.anchorOf(name);
    const known = facts.encloses(name);
    const isOther = element.name === "text:sequence-ref" || element.name === "text:note-ref";
    // A heading is found by its words, so that it keeps them.
    if ((known || isOther) && (builder.openKind !== "heading" || own.isOwn)) {
      const marks = this.marksOf({ ...around, link: null });
      const form = formOf(element, known);
      const named = !isOther && !isMachineName(name) && own.placeOf(name) === null;
      const said = named ? saidOfNamed(form, known) : { form };
      if (!this.beforeNumber && builder.crossReference({ anchor, linked: true, ...said }, marks)) {
        this.behindSpace = false;
        return;
      }
    }
    this.readAll(element, {
      ...around,
      link: this.linkOf({ "xlink:href": `#${encodeURIComponent(name)}` }),
    });
  }

  // Bookmarks and entries of the index

  private placePoint(name: string): void {
    const { builder, facts, own } = this.scope;
    if (name === "" || tagNamed(name)) return;
    const place = own.placeOf(name);
    if (place) {
      this.placeOwn(place, false);
      return;
    }
    if (!isMachineName(name)) builder.anchor(name, name);
    else if (facts.wanted.has(name)) builder.hiddenAnchor(name);
  }

  /** Bookmarks that begin in a paragraph that is only a picture or an equation name that. */
  nameNext(paragraph: XmlElement): void {
    for (const { name, attributes } of elementsWithin(paragraph))
      if (name === "text:bookmark" || name === "text:bookmark-start")
        this.placePoint(attributes["text:name"] ?? "");
  }

  /** What began before such a paragraph and ends in it, ends. */
  passOver(paragraph: XmlElement): void {
    for (const { name, attributes } of elementsWithin(paragraph))
      if (name === "text:bookmark-end" || name === "text:reference-mark-end")
        this.endRange(attributes["text:name"] ?? "");
  }

  /** Bookmarks on a whole block that begin with its first words name it. */
  nameBlock(block: XmlElement): void {
    for (const { name, attributes, content } of elementsWithin(block)) {
      if (name === "text:bookmark-start") {
        const called = attributes["text:name"] ?? "";
        const place = this.scope.own.placeOf(called);
        if (place?.kind === "block" && !this.placed.has(called)) {
          this.placed.add(called);
          this.placeOwn(place, false);
        }
      } else if (name === "text:bookmark-end" || content.some((part) => typeof part === "string")) return;
    }
  }

  /** A bookmark that was written here, as what it was there; answers the mark of one that is a range. */
  private placeOwn({ anchor, aliases, called, kind }: OwnPlace, ends: boolean): Mark | null {
    const { builder } = this.scope;
    if (kind === "part") return null;
    for (const alias of aliases) builder.earlier(alias, anchor);
    const words = called ?? anchor;
    if (kind === null) builder.hiddenAnchor(anchor);
    else if (kind === "range" && ends) return builder.rangeMark(anchor, words);
    else builder.anchor(anchor, words);
    return null;
  }

  private beginRange(name: string): void {
    const { builder, facts, own } = this.scope;
    const entry = own.keptAt(`index ${name}`);
    if (entry) {
      const mark = builder.indexedOn(indexedElement(entry));
      if (mark) this.ranges.set(name, mark);
      return;
    }
    const place = own.placeOf(name);
    if (place) {
      if (this.placed.has(name)) return;
      const mark = this.placeOwn(place, facts.ends(name));
      if (mark) this.ranges.set(name, mark);
      return;
    }
    const hidden = isMachineName(name);
    if (name === "" || this.ranges.has(name) || (hidden && !facts.wanted.has(name))) return;
    const quoted = facts.encloses(name) === "words" && facts.quoted.has(name);
    if (!facts.ends(name) || (hidden && !quoted)) return this.placePoint(name);
    this.ranges.set(name, builder.rangeMark(name, hidden ? null : name));
  }

  private endRange(name: string): void {
    if (this.keptUntil === name) this.keptUntil = this.keptLink = null;
    const mark = this.ranges.get(name);
    if (!mark) return;
    this.ranges.delete(name);
    if (asMark(mark, "index_entry")) this.scope.builder.endIndexed(mark);
    else this.scope.builder.endRange(mark);
  }

  private enterInIndex(attributes: Readonly<Record<string, string>>): void {
    const [first, second] = [attributes["text:key1"], attributes["text:key2"]];
    const said = attributes["text:string-value"] ?? "";
    const id = attributes["text:id"];
    // What Gate Rope wrote is said by the bookmark around the words.
    if (this.scope.own.isOwn && !id) return;
    // The words of an entry around words are those words; they are its name where nothing else is.
    const main = first ?? (said || attributes["text:string-value-phonetic"] || "");
    const sub = second ?? (first ? said : "");
    if (main === "" && !id) return;
    const entry = new Map([
      ["data-type", "indexterm"],
      ["data-primary", main || " "],
      ...(sub ? [["data-secondary", sub] as const] : []),
    ]);
    const mark = this.scope.builder.indexedOn(entry);
    if (mark && id) this.entries.set(id, mark);
    else if (mark) this.scope.builder.endIndexed(mark);
  }

  private endEntry(id: string): void {
    const mark = this.entries.get(id);
    if (!mark) return;
    this.entries.delete(id);
    this.scope.builder.endIndexed(mark);
  }

  // Frames

  private readFrame(frame: XmlElement, around: Around): void {
    const { builder, own } = this.scope;
    if (this.beforeNumber || (own.isOwn && tagOf(frame)?.kind === "made")) return;
    const held = framed(frame, this.scope);
    if (held.kind === "box") this.boxes.push(held.box);
    else if (held.kind === "equation") builder.formula(held.tex, this.marksOf(around));
    else this.addPicture(held.picture, around);
    this.behindSpace = false;
  }

  private addPicture(picture: FramedPicture, around: Around): void {
    const size = this.paragraph.run.size ?? 12;
    const { bytes, alt, decorative } = picture;
    const height = isOwnSize(picture, this.scope.textWidth) ? null : picture.height;
    this.scope.builder.addPicture(bytes, alt, {
      decorative,
      height: height === null ? null : Math.min(Math.max(Math.round((height / size) * 100), 20), 2_000),
      inLine: true,
      marks: this.marksOf(around),
    });
  }

  private readDrawn(element: XmlElement): void {
    if (element.name !== "draw:control") {
      this.scope.context.dropped.add("drawing that cannot be shown", "Words in it are kept.");
      if (holdsText(element)) this.boxes.push(element);
    }
  }
}

/** Links look as their style says, where Gate Rope made it. */
function lookOfLink(style: string | undefined): string | undefined {
  return style === "Link_20_plain" ? "plain" : style === "Link_20_button" ? "button" : undefined;
}

/** An entry of the index that was kept, as an element of HTML tells of it. */
function indexedElement(kept: unknown): ReadonlyMap<string, string> {
  const entry = indexEntrySchema.safeParse(kept).data;
  return new Map(entry ? [["data-type", "indexterm"], ...Object.entries(indexEntryAttributes(entry))] : []);
}
