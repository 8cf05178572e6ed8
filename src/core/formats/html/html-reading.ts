import { isNoticeTitle, noticeOfElement } from "./notices";
import type { Mark } from "prosemirror-model";
import { Tokenizer, TokenizerMode, type Token, type TokenHandler } from "parse5";
import {
  columnWidths,
  countOn,
  figureLook,
  fromJSON,
  keptFrom,
  languageFrom,
  listOptionsFrom,
  returnAlsoFrom,
  schema,
  seriesFrom,
  shortTitleFrom,
  styleSheetSchema,
  type ReturnRule,
  pageSectionFrom,
} from "@/core/document";
import { DECORATIVE, type DocumentBuilder } from "../intake/document-builder";
import { linkMark, pictureBytes } from "../intake/addresses";
import { writtenLink } from "../intake/link-element";
import { referenceElement } from "../intake/reference-element";
import type { ReadContext } from "../intake/read-context";
import { alignmentOf, declarations, languageOf, marksOfElement } from "./inline-marks";
import { pictureLook } from "./picture-look";
import { NOTE_AROUND, NOTE_BACK, NOTE_MARK, NOTE_WORDS } from "./paired-notes";
import { elementNames, HEADING, OpenElements, type ElementTraits } from "./open-elements";
import { LAYS_OUT } from "./layout-tables";
import { ownEntry } from "@/core/own-entry";

/** Elements that never come in, with all they hold; those with a reason are counted in the import report. */
const LEFT_OUT: ReadonlyMap<string, string | null> = new Map([
  ["script", "Scripts are never imported."],
  ["style", null],
  ["template", null],
  ["iframe", "Frames are never imported."],
  ["frame", "Frames are never imported."],
  ["noframes", null],
  ["noembed", null],
  ["object", "Embedded objects are never imported."],
  ["embed", "Embedded objects are never imported."],
  ["applet", "Embedded objects are never imported."],
  ["audio", "Sound is not kept."],
  ["video", "Films are not kept."],
  ["canvas", null],
  ["svg", "It does not end."],
  ["input", "Form fields are not kept."],
  ["select", "Form fields are not kept."],
  ["textarea", "Form fields are not kept."],
  ["link", null],
  ["base", null],
]);

const VOID = elementNames("area base br col embed frame hr img input link meta param source track wbr");
/** What may hold the title of a notice, and the parts of a table. */
const NOTICE_TITLES = elementNames("p div span summary header strong h1 h2 h3 h4 h5 h6");
const TABLE_PARTS = elementNames("tbody thead tfoot tr td th col colgroup");
/** Wrappers that part blocks of text but are no block themselves. */
const WRAPPERS = elementNames(
  "address article aside body center details dialog div fieldset footer form header hgroup html legend main nav search section summary noscript",
);
/** How the tokenizer goes on after elements whose content is no markup. */
const RAW: Record<string, (typeof TokenizerMode)[keyof typeof TokenizerMode]> = {
  script: TokenizerMode.SCRIPT_DATA,
  style: TokenizerMode.RAWTEXT,
  iframe: TokenizerMode.RAWTEXT,
  noembed: TokenizerMode.RAWTEXT,
  noframes: TokenizerMode.RAWTEXT,
  title: TokenizerMode.RCDATA,
  textarea: TokenizerMode.RCDATA,
};

/** The name of words in the index as an exported page gives it, to which its own index leads. */
const OWN_INDEX_NAME = /^_index\d+$/;

type Attributes = ReadonlyMap<string, string>;

/**
 * Carries HTML into a document, tag by tag, through an allow-list: what is not known is passed through for its text, what
 * is dangerous is left out.
 */
export class HtmlReading implements TokenHandler {
  /** What the file says of itself. */
  title: string | null = null;
  returns: ReturnRule | null = null;

  private readonly open = new OpenElements();
  /** Of each table that is open: whether it only lays out what it holds. */
  private readonly laidOut: boolean[] = [];
  private waitingText = "";
  /** Whether the tokenizer holds back no signs: the last that it told of was a tag. */
  private afterTag = false;
  private skipLineEnd = false;
  /** The id of a wrapper that may still turn out to name a heading. */
  private undecided: string | null = null;
  /** Ranges whose words are spread over several elements, by the name that joins these. */
  private readonly ranges = new Map<string, Mark>();
  /** The equation that is being read, with its TeX as soon as that is known: from itself, or from an annotation in it. */
  private equation: { tex: string | null; readonly annotated: boolean } | null = null;
  /** Whether what is met is such an annotation. */
  private annotation = false;
  private readonly tokenizer = new Tokenizer({ sourceCodeLocationInfo: false }, this);

  constructor(
    private readonly builder: DocumentBuilder,
    private readonly context: ReadContext,
    /** Anchors to which links of the file lead. */
    private readonly wanted: ReadonlySet<string>,
    /** Whether the parts of notes were marked beforehand, as can be done in a whole file. */
    private readonly notesArePaired = false,
  ) {}

  /**
   * Reads a whole text; elements that are still open at its end are closed. Words between two tags are taken as they stand
   * unless they hold an entity: they are most of a file, and the tokenizer would look at each of their signs.
   */
  read(text: string): void {
    const { tokenizer } = this;
    tokenizer.preprocessor.bufferWaterline = 0;
    for (let at = 0; at < text.length;) {
      const tag = text.indexOf("<", at);
      const end = tag < 0 ? text.length : tag;
      if (end > at) {
        const between = text.slice(at, end);
        if (this.afterTag && tokenizer.state === TokenizerMode.DATA && !/[&\0\r]/.test(between))
          this.waitingText += between;
        else tokenizer.write(between, false);
      }
      const close = tag < 0 ? -1 : text.indexOf(">", tag);
      at = close < 0 ? text.length : close + 1;
      if (tag >= 0) tokenizer.write(text.slice(tag, at), false);
    }
    tokenizer.write("", true);
  }

  // Tokens

  onCharacter({ chars }: Token.CharacterToken): void {
    this.waitingText += chars;
    this.afterTag = false;
  }
  onWhitespaceCharacter(token: Token.CharacterToken): void {
    this.onCharacter(token);
  }
  onNullCharacter(): void {}
  onComment(): void {
    this.afterTag = true;
  }
  onDoctype(): void {
    this.afterTag = true;
  }

  onEof(): void {
    this.flush();
    this.open.closeAll();
  }

  onStartTag(tag: Token.TagToken): void {
    this.flush();
    this.afterTag = true;
    const raw = ownEntry(RAW, tag.tagName);
    if (raw !== undefined) this.tokenizer.state = raw;
    this.start(tag);
  }

  onEndTag({ tagName }: Token.TagToken): void {
    this.flush();
    this.afterTag = true;
    if (this.undecided !== null) this.decide(true);
    this.open.end(tagName);
  }

  private flush(): void {
    let text = this.waitingText;
    if (text === "") return;
    this.waitingText = "";
    const place = this.open.top;
    if (place.name === "title") this.title ??= text.replace(/\s+/g, " ").trim().slice(0, 1_000);
    if (place.kind === "silent") {
      if (this.annotation && this.equation) this.equation.tex = (this.equation.tex ?? "") + text;
      return;
    }
    if (this.skipLineEnd && text.startsWith("\n")) text = text.slice(1);
    this.skipLineEnd = false;
    if (this.undecided !== null && /\S/.test(text)) this.decide(false);
    if (place.preformatted) return this.builder.text(text, place.marks);
    const folded = /[\t\n\r\f]| {2}/.test(text) ? text.replace(/[ \t\n\r\f]+/g, " ") : text;
    this.builder.text(
      folded.startsWith(" ") && this.builder.endsWithSpace ? folded.slice(1) : folded,
      place.marks,
    );
  }

  // Elements

  private start(tag: Token.TagToken): void {
    const name = tag.tagName;
    if (this.undecided !== null) this.decide(HEADING.test(name) || name === "header");
    if (this.open.top.kind === "silent") {
      if (VOID.has(name) || tag.selfClosing) return;
      this.annotation ||=
        name === "annotation" &&
        this.equation?.annotated === true &&
        this.attributesOf(tag).get("encoding") === "application/x-tex";
      const leave = this.annotation ? () => (this.annotation = false) : null;
      this.open.push(name, "silent", { leave });
      return;
    }
    const attributes = this.attributesOf(tag);
    if (
      name === "input" &&
      attributes.get("type") === "checkbox" &&
      this.builder.giveBox(attributes.has("checked"))
    )
      return;
    if (LEFT_OUT.has(name)) return this.leaveOut(name, tag.selfClosing);
    if (name === "meta" || name === "html" || name === "title") return this.startAbout(name, attributes);
    this.open.endBefore(name);
    if (attributes.has("data-generated")) {
      if (!VOID.has(name)) this.open.push(name, "silent");
      return;
    }
    if (this.startEquation(name, attributes) || this.startNote(name, attributes)) return;
    if (!this.startBlock(name, attributes)) this.startInline(name, attributes, tag.selfClosing);
  }

  private leaveOut(name: string, selfClosing: boolean): void {
    const reason = LEFT_OUT.get(name);
    if (reason) this.context.dropped.add(`<${name}>`, reason);
    if (!VOID.has(name) && !(selfClosing && name === "svg")) this.open.push(name, "silent");
  }

  /** Starts an equation: one of Gate Rope's own, or MathML that says how it was written; false for any other element. */
  private startEquation(name: string, attributes: Attributes): boolean {
    const { builder } = this;
    const own = attributes.get("data-tex");
    if (own === undefined && name !== "math") return false;
    const block =
      own === undefined ? attributes.get("display") === "block" : attributes.get("class") === "equation";
    const { marks } = this.open.top;
    this.equation = { tex: own ?? null, annotated: own === undefined };
    this.open.push(name, "silent", {
      leave: () => {
        const tex = this.equation?.tex ?? null;
        this.equation = null;
        if (tex === null)
          this.context.dropped.add("equation", "The file does not say how it was written in TeX.");
        else if (block && builder.mayPlaceBlock()) builder.addEquation(tex.trim());
        else builder.formula(tex.trim(), marks);
      },
    });
    return true;
  }

  /**
   * Starts the sign of a note, its words, or the way back from them, as they were marked beforehand; false for any other element.
   */
  private startNote(name: string, attributes: Attributes): boolean {
    const { builder } = this;
    const mark = attributes.get(NOTE_MARK);
    if (mark !== undefined || attributes.has(NOTE_BACK)) {
      if (mark !== undefined)
        builder.noteReference(mark, attributes.get("data-place") === "end" ? "end" : "foot");
      this.open.push(name, "silent");
      return true;
    }
    if (attributes.has(NOTE_AROUND)) {
      this.open.push(name, "inline");
      return true;
    }
    if (name === "hr" && /\bfootnotes-sep\b/.test(attributes.get("class") ?? "")) return true;
    const key =
      attributes.get(NOTE_WORDS) ?? (this.notesArePaired ? undefined : this.noteMet(name, attributes));
    // Words without a sign that stands in the text stay in their place.
    if (key === undefined || (key !== null && !builder.refersToNote(key))) return false;
    if (key !== null) {
      builder.openNote(key);
      this.open.push(name, "block", { leave: () => builder.closeNote() });
    }
    return true;
  }

  /**
   * Of pieces of HTML between Markdown, which are met one by one: the key of a note whose words begin here, null where a sign or a way back
   * was found and dealt with, undefined for anything else (DPUB-ARIA and EPUB roles, and what programs that show Markdown write).
   */
  private noteMet(name: string, attributes: Attributes): string | null | undefined {
    const { builder } = this;
    const role = `${attributes.get("role") ?? ""} ${attributes.get("epub:type") ?? ""}`;
    const classes = attributes.get("class") ?? "";
    const href = attributes.get("href") ?? "";
    const isBack = /\b(?:doc-)?backlink\b/.test(role) || /\bfootnote-back(ref)?\b/.test(classes);
    const isNoteMark = /\b(?:doc-)?noteref\b/.test(role) || /\bfootnote-ref\b/.test(classes);
    if (name === "a" && href.startsWith("#") && (isBack || isNoteMark)) {
      if (isNoteMark)
        builder.noteReference(href.slice(1), attributes.get("data-place") === "end" ? "end" : "foot");
      this.open.push(name, "silent");
      return null;
    }
    if (name === "sup" && isNoteMark) {
      this.open.push(name, "inline");
      return null;
    }
    const id = attributes.get("id") ?? "";
    return id !== "" && name !== "a" && builder.refersToNote(id) ? id : undefined;
  }

  private startAbout(name: string, attributes: Attributes): void {
    if (name === "title") return this.open.push(name, "silent");
    if (name === "html") {
      this.builder.language ??= languageFrom(attributes.get("lang"));
      return this.open.push(name, "block", { leave: () => this.builder.closeImplied() });
    }
    const sheet =
      attributes.get("name") === "gate-rope:styles"
        ? fromJSON(styleSheetSchema, attributes.get("content"))
        : null;
    if (sheet) this.builder.styles.take(sheet);
    if (attributes.get("name") !== "gate-rope:returns") return;
    const levels = (attributes.get("content") ?? "").split(",").map(Number);
    this.returns = {
      levels: levels.filter((level) => level >= 1 && level <= 6).slice(0, 6),
      words: attributes.get("data-words") ?? "",
      ...returnsTo(attributes.get("data-to")),
      ...returnAlsoFrom(attributes.get("data-also")),
      ...keptFrom(attributes.get("data-keeps")),
    };
  }

  /** Starts an element that is a block or has to do with blocks; false for any other. */
  private startBlock(name: string, attributes: Attributes): boolean {
    const { builder, context } = this;
    const align = alignmentOf(attributes) ?? this.open.top.align;
    const id = attributes.get("id") ?? "";
    const spoken = languageOf(attributes);
    const anchored = () => id !== "" && builder.anchor(id, attributes.get("data-name") ?? null);
    const block = (
      leave: (() => void) | null,
      more: Pick<ElementTraits, "own" | "preformatted"> = {},
      fresh = true,
    ) =>
      this.open.push(
        name,
        "block",
        { ...more, own: spoken ? [spoken, ...(more.own ?? [])] : more.own, align, leave },
        fresh,
      );

    const earlierOf = attributes.get("data-earlier");
    if (earlierOf && id !== "") {
      builder.earlier(id, earlierOf);
      this.open.push(name, "silent");
      return true;
    }
    if (name === "nav" && attributes.has("data-contents")) {
      this.addContents(attributes);
      this.open.push(name, "silent");
      return true;
    }
    const notice = noticeOfElement(name, attributes);
    if (notice) {
      builder.closeTextblock();
      anchored();
      const opened = builder.openContainer("notice", { kind: notice });
      block(() => (opened ? builder.closeContainer("notice") : builder.closeTextblock()));
      return true;
    }
    if (builder.inEmptyNotice && NOTICE_TITLES.has(name) && isNoticeTitle(attributes)) {
      builder.openTextblock("notice_title");
      anchored();
      block(() => builder.closeTextblock(), {}, false);
      return true;
    }
    if (this.laidOut.at(-1) && TABLE_PARTS.has(name)) return this.startLayout(name, attributes);
    // Some tools put all that a notice says into a quotation, or part its sign from its words by a table.
    if (name === "blockquote" && builder.inEmptyNotice) {
      anchored();
      block(() => builder.closeImplied());
      return true;
    }
    if (name === "table" && (builder.inEmptyNotice || laysOut(attributes))) {
      builder.closeTextblock();
      anchored();
      this.laidOut.push(true);
      block(() => {
        builder.closeImplied();
        this.laidOut.pop();
      });
      return true;
    }
    const level = HEADING.exec(name)?.[1];
    if (level) {
      builder.openTextblock("heading", {
        level: Number(level),
        align,
        series: seriesFrom(attributes.get("data-series")),
        short: shortTitleFrom(attributes.get("data-short")),
      });
      anchored();
      block(() => builder.closeTextblock(), {}, false);
      return true;
    }
    switch (name) {
      case "p": {
        const missingPicture = attributes.get("data-alt");
        if (missingPicture !== undefined) {
          builder.addPicture(null, missingPicture);
          this.open.push(name, "silent");
          return true;
        }
        builder.openTextblock("paragraph", {
          align,
          style: builder.styles.named(attributes.get("data-style-name"), "paragraphs"),
        });
        anchored();
        block(() => builder.closeTextblock(), {}, false);
        return true;
      }
      case "dl": {
        builder.closeTextblock();
        anchored();
        const opened = builder.openContainer("definition_list");
        block(() => (opened ? builder.closeContainer("definition_list") : builder.closeTextblock()));
        return true;
      }
      case "dt":
        builder.openTextblock(
          builder.inDefinitionList ? "term" : "paragraph",
          builder.inDefinitionList ? {} : { align },
        );
        anchored();
        block(
          () => builder.closeTextblock(),
          builder.inDefinitionList ? {} : { own: [schema.marks.strong.create()] },
        );
        return true;
      case "dd": {
        const opened = builder.inDefinitionList && builder.openContainer("definition");
        anchored();
        block(() => (opened ? builder.closeContainer("definition") : builder.closeTextblock()));
        return true;
      }
      case "pre":
        builder.openTextblock("code_block", { language: languageIn(attributes) });
        anchored();
        this.skipLineEnd = true;
        block(() => builder.closeTextblock(), { preformatted: true });
        return true;
      case "ul":
      case "menu":
      case "ol":
      case "blockquote": {
        builder.closeTextblock();
        anchored();
        const kind = name === "ol" ? "ordered_list" : name === "blockquote" ? "quotation" : "bullet_list";
        const count = name === "ol" ? countOn({ getAttribute: (one) => attributes.get(one) ?? null }) : {};
        const opened = builder.openContainer(kind, count);
        block(() => (opened ? builder.closeContainer(kind) : builder.closeTextblock()));
        return true;
      }
      case "li": {
        const opened = builder.openContainer("list_item");
        anchored();
        block(() => (opened ? builder.closeContainer("list_item") : builder.closeTextblock()));
        return true;
      }
      case "figure":
        builder.closeTextblock();
        anchored();
        builder.openFigure(figureLook({ getAttribute: (one) => attributes.get(one) ?? null }));
        block(() => builder.closeFigure());
        return true;
      case "figcaption":
      case "caption":
        builder.openTextblock("caption");
        block(() => builder.closeTextblock());
        return true;
      case "table":
        builder.closeTextblock();
        anchored();
        builder.openTable();
        this.laidOut.push(false);
        block(() => {
          this.laidOut.pop();
          builder.closeTable();
        });
        return true;
      case "tr":
        builder.openRow();
        block(null);
        return true;
      case "tbody":
      case "thead":
      case "tfoot":
      case "colgroup":
        block(null);
        return true;
      case "td":
      case "th": {
        const opened = builder.openCell(
          name === "th",
          span(attributes.get("colspan")),
          span(attributes.get("rowspan")),
          alignmentOf(attributes),
          columnWidths(attributes.get("data-colwidth") ?? null, span(attributes.get("colspan"))),
        );
        anchored();
        block(() => (opened ? builder.closeCell() : builder.closeTextblock()));
        return true;
      }
      case "img":
        anchored();
        builder.addPicture(pictureBytes(attributes.get("src") ?? "", context), attributes.get("alt") ?? "", {
          ...pictureLook(attributes),
          marks: this.open.top.marks,
        });
        return true;
      case "hr":
        builder.closeTextblock();
        anchored();
        if (isPageBreak(attributes)) this.pageBreak(attributes);
        else builder.addLeaf(schema.nodes.rule.create());
        return true;
      case "br":
        builder.hardBreak();
        return true;
    }
    if (VOID.has(name)) return true;
    if (!WRAPPERS.has(name)) return false;
    builder.closeImplied();
    if (id !== "" && attributes.get("class") === "equation-line") builder.anchor(id);
    else if (id !== "" && !(name === "body" && /^_?top$/.test(id)))
      this.wrapperId(id, attributes.get("data-name") ?? null);
    if (isPageBreak(attributes)) this.pageBreak(attributes);
    block(() => builder.closeImplied(), {}, false);
    return true;
  }

  private pageBreak(attributes: Attributes): void {
    this.builder.addLeaf(
      schema.nodes.page_break.create({ section: pageSectionFrom(attributes.get("data-pages")) }),
    );
  }

  /** A part of a table that only lays out a notice: what shows its sign is passed over. */
  private startLayout(name: string, attributes: Attributes): true {
    if (VOID.has(name)) return true;
    const isSign = /(?:^|[\s_-])icon(?:$|\s)/.test(attributes.get("class") ?? "");
    this.open.push(name, isSign ? "silent" : "block", { leave: () => this.builder.closeImplied() });
    return true;
  }

  private startInline(name: string, attributes: Attributes, selfClosing: boolean): void {
    const { builder, context } = this;
    // What can be done with a heading is none of its words; a heading may be in one as well, where it unfolds.
    if (name === "button" && builder.openKind === "heading" && !builder.betweenBlocks)
      return this.open.push(name, "silent");
    if (name === "code" && this.open.top.name === "pre") builder.nameCode(languageIn(attributes));
    const reference = attributes.has("data-reference") ? referenceElement(attributes) : null;
    if (reference && builder.crossReference(reference, this.open.top.marks))
      return this.open.push(name, "silent");
    const missing = attributes.get("data-picture-alt");
    if (missing !== undefined) {
      builder.addPicture(null, missing, {
        ...pictureLook(attributes),
        inLine: true,
        marks: this.open.top.marks,
      });
      return this.open.push(name, "silent");
    }
    const computed = attributes.get("data-computed");
    if (computed && builder.computation(computed, this.open.top.marks)) return this.open.push(name, "silent");
    const own = marksOfElement(name, attributes);
    const styled = builder.styles.named(attributes.get("data-style-name"), "words");
    if (styled) own.push(schema.marks.word_style.create({ style: styled }));
    let leave: (() => void) | null = null;
    const indexed = builder.indexedOn(attributes);
    if (indexed) {
      own.push(indexed);
      const end = () => builder.endIndexed(indexed);
      const id = attributes.get("id") ?? "";
      if (this.wanted.has(id) && !OWN_INDEX_NAME.test(id)) builder.anchor(id);
      // As XHTML has it; to HTML the slash means nothing, and the entry would enclose the rest of the paragraph.
      return selfClosing ? end() : this.open.push(name, "inline", { own, leave: end });
    }
    const later = attributes.get("data-range");
    const anchor = attributes.get("id") ?? (name === "a" ? attributes.get("name") : undefined) ?? "";
    const link = name === "a" ? writtenLink(attributes) : null;
    if (later && !anchor) {
      const known = this.ranges.get(later);
      if (known) own.push(known);
    } else if (anchor && !builder.isEndless(anchor)) {
      const bookmarkName = attributes.get("data-name") ?? null;
      // As XHTML has it; to HTML the slash means nothing, and the anchor would enclose the rest of the paragraph.
      if (selfClosing && !link) return builder.anchor(anchor, bookmarkName);
      const range = builder.rangeMark(anchor, bookmarkName);
      if (later) this.ranges.set(later, range);
      own.push(range);
      leave = () => builder.endRange(range);
    }
    const mark = link && linkMark(link, builder, context);
    if (mark) own.push(mark);
    this.open.push(name, "inline", { own, leave });
  }

  private addContents(attributes: Attributes): void {
    const level = (name: string, otherwise: number) => {
      const value = Number(attributes.get(name));
      return Number.isInteger(value) && value >= 1 && value <= 6 ? value : otherwise;
    };
    this.builder.closeTextblock();
    if (attributes.get("id")) this.builder.anchor(attributes.get("id")!);
    this.builder.addLeaf(
      schema.nodes.contents_list.create({
        heading: attributes.get("data-contents") ?? "Contents",
        from: level("data-from", 1),
        to: level("data-to", 3),
        list: listOptionsFrom(attributes.get("data-list")),
      }),
    );
  }

  /** An id on a wrapper is kept where a link leads to it, it encloses nothing, or it names the heading that follows. */
  private wrapperId(id: string, name: string | null): void {
    if (name !== null || this.wanted.has(id)) this.builder.anchor(id, name);
    else this.undecided = id;
  }

  private decide(keep: boolean): void {
    if (keep) this.builder.anchor(this.undecided!);
    else
      this.context.dropped.add("id of a wrapper", "No link in the file leads to it and it names no heading.");
    this.undecided = null;
  }

  private attributesOf({ attrs: written }: Token.TagToken): Attributes {
    if (written.length === 0) return NO_ATTRIBUTES;
    const attributes = new Map<string, string>();
    for (const { name, value } of written) {
      if (name.startsWith("on")) this.context.dropped.add("event handler", "Scripts are never imported.");
      else if (!attributes.has(name)) attributes.set(name, value);
    }
    return attributes;
  }
}

/** Whether a table says that it is none (WAI-ARIA 1.2, presentation), or was found to be none. */
function laysOut(attributes: Attributes): boolean {
  return DECORATIVE.has(attributes.get("role") ?? "") || attributes.has(LAYS_OUT);
}

/** Where return links lead, as an exported page names it; nothing where it is as at first. */
function returnsTo(name: string | undefined): Pick<ReturnRule, "to"> {
  return name === "top" || name === "parent" ? { to: name } : {};
}

const NO_ATTRIBUTES: Attributes = new Map();

function span(value: string | undefined): number {
  const number = Number(value);
  return Number.isInteger(number) && number > 1 ? Math.min(number, 1_000) : 1;
}

function isPageBreak(attributes: Attributes): boolean {
  const style = attributes.get("style");
  if (!style) return false;
  const declared = declarations(style);
  const breaks = ["break-before", "break-after", "page-break-before", "page-break-after"].map((name) =>
    declared.get(name),
  );
  return breaks.some((value) => value === "page" || value === "always");
}

function languageIn(attributes: Attributes): string {
  return /(?:^|\s)lang(?:uage)?-([\w+#-]{1,40})/.exec(attributes.get("class") ?? "")?.[1] ?? "";
}
