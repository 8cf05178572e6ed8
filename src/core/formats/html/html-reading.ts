import type { Mark } from "prosemirror-model";
import { Tokenizer, TokenizerMode, type Token, type TokenHandler } from "parse5";
import { schema, type Alignment, type ReturnRule } from "@/core/document";
import type { DocumentBuilder } from "../intake/document-builder";
import { linkMark, pictureBytes } from "../intake/addresses";
import type { ReadContext } from "../intake/read-context";
import { alignmentOf, declarations, marksOfElement } from "./inline-marks";

/** Elements that never come in, with all they hold; those with a reason are counted in the import report. */
const LEFT_OUT: ReadonlyMap<string, string | null> = new Map([
  ["script", "Scripts never come in."],
  ["style", null],
  ["template", null],
  ["iframe", "Frames never come in."],
  ["frame", "Frames never come in."],
  ["noframes", null],
  ["noembed", null],
  ["object", "Embedded objects never come in."],
  ["embed", "Embedded objects never come in."],
  ["applet", "Embedded objects never come in."],
  ["audio", "Sound is not kept."],
  ["video", "Films are not kept."],
  ["canvas", null],
  ["svg", "Drawings written into the page are not kept; pictures are."],
  ["input", "Form fields are not kept."],
  ["select", "Form fields are not kept."],
  ["textarea", "Form fields are not kept."],
  ["link", null],
  ["base", null],
]);

const words = (list: string) => new Set(list.split(" "));
const VOID = words("area base br col embed frame hr img input link meta param source track wbr");
/** Wrappers that part blocks of text but are no block themselves. */
const WRAPPERS = words(
  "address article aside body center dd details dialog div dl fieldset footer form header hgroup html legend main nav search section summary noscript",
);
/** What ends an open paragraph (HTML, section 13.2.6.4.7). */
const ENDS_PARAGRAPH = words(
  "address article aside blockquote center details dialog dl div fieldset figcaption figure footer form header hgroup hr main menu nav ol p pre search section summary table ul h1 h2 h3 h4 h5 h6",
);
/** What no end tag reaches through, but those of the table itself. */
const BORDERS = words("table td th caption");
const TABLE_PARTS = words("table td th caption tr tbody thead tfoot");
const HEADING = /^h([1-6])$/;
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
const MOST_MARKS = 100;

type Attributes = ReadonlyMap<string, string>;

/** An element that is open. */
interface Open {
  readonly name: string;
  /** Marks that it puts on its words, and those in force inside it. */
  readonly own: readonly Mark[];
  marks: readonly Mark[];
  readonly kind: "block" | "inline" | "silent";
  readonly preformatted: boolean;
  readonly align: Alignment;
  readonly leave: (() => void) | null;
}

const ROOT: Open = {
  name: "",
  own: [],
  marks: [],
  kind: "block",
  preformatted: false,
  align: null,
  leave: null,
};

/**
 * Carries HTML into a document, tag by tag, through an allow-list: what is not known is passed through for its text, what
 * is dangerous is left out. Elements that are open stand on a stack of its own, so that no depth of nesting exhausts the
 * machine's; end tags that are missing or in the wrong order are made good as far as a document needs it.
 */
export class HtmlReading implements TokenHandler {
  /** What the file says of itself. */
  title: string | null = null;
  language: string | null = null;
  returns: ReturnRule | null = null;

  private open: Open[] = [ROOT];
  private waitingText = "";
  /** Whether the tokenizer holds back no signs: the last that it told of was a tag. */
  private afterTag = false;
  private skipLineEnd = false;
  /** The id of a wrapper of which it is not known yet whether it names a heading. */
  private undecided: string | null = null;
  /** Ranges whose words are spread over several elements, by the name that joins these. */
  private readonly ranges = new Map<string, Mark>();
  private readonly tokenizer = new Tokenizer({ sourceCodeLocationInfo: false }, this);

  constructor(
    private readonly builder: DocumentBuilder,
    private readonly context: ReadContext,
    /** Anchors to which links of the file lead. */
    private readonly wanted: ReadonlySet<string>,
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
    this.closeTo(1);
  }

  onStartTag(tag: Token.TagToken): void {
    this.flush();
    this.afterTag = true;
    const raw = RAW[tag.tagName];
    if (raw !== undefined) this.tokenizer.state = raw;
    this.start(tag);
  }

  onEndTag({ tagName }: Token.TagToken): void {
    this.flush();
    this.afterTag = true;
    this.end(tagName);
  }

  private flush(): void {
    let text = this.waitingText;
    if (text === "") return;
    this.waitingText = "";
    const place = this.top;
    if (place.name === "title") this.title ??= text.replace(/\s+/g, " ").trim().slice(0, 1_000);
    if (place.kind === "silent") return;
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

  private get top(): Open {
    return this.open[this.open.length - 1]!;
  }

  // The stack

  private push(
    name: string,
    kind: Open["kind"],
    more: Partial<Pick<Open, "own" | "preformatted" | "align" | "leave">> = {},
    fresh = false,
  ): void {
    const parent = this.top;
    const own = more.own ?? [];
    const inherited = fresh ? [] : parent.marks;
    this.open.push({
      name,
      kind,
      own,
      marks: together(inherited, own),
      preformatted: more.preformatted ?? parent.preformatted,
      align: more.align === undefined ? parent.align : more.align,
      leave: more.leave ?? null,
    });
  }

  private closeTo(length: number): void {
    while (this.open.length > length) this.open.pop()!.leave?.();
  }

  /** Closes the innermost open element of a name, and what is open inside it. */
  private closeOpen(names: (name: string) => boolean, border: ReadonlySet<string>): void {
    for (let i = this.open.length - 1; i > 0; i--) {
      const { name } = this.open[i]!;
      if (names(name)) return this.closeTo(i);
      if (border.has(name)) return;
    }
  }

  private end(name: string): void {
    if (this.undecided !== null) this.decide(true);
    const border = TABLE_PARTS.has(name) ? NOTHING : BORDERS;
    const isHeading = HEADING.test(name);
    for (let i = this.open.length - 1; i > 0; i--) {
      const element = this.open[i]!;
      if (element.name === name || (isHeading && HEADING.test(element.name))) {
        // An inline element that ends outside the block it is in takes its marks away and leaves the block open.
        if (element.kind === "inline" && this.open.slice(i + 1).some((inner) => inner.kind === "block"))
          this.takeOut(i);
        else this.closeTo(i);
        return;
      }
      if (border.has(element.name) || (name === "table" && element.name === "")) return;
    }
  }

  private takeOut(at: number): void {
    const [element] = this.open.splice(at, 1);
    element!.leave?.();
    for (let i = at; i < this.open.length; i++) {
      const inner = this.open[i]!;
      inner.marks =
        inner.kind === "block" && inner.marks.length === inner.own.length
          ? inner.own
          : together(this.open[i - 1]!.marks, inner.own);
    }
  }

  /** What a start tag ends before it begins. */
  private endBefore(name: string): void {
    if (ENDS_PARAGRAPH.has(name)) this.closeOpen((one) => one === "p", BORDERS);
    if (HEADING.test(name)) {
      if (HEADING.test(this.top.name)) this.closeTo(this.open.length - 1);
    } else if (name === "li") this.closeOpen((one) => one === "li", LIST_BORDERS);
    else if (name === "dt" || name === "dd")
      this.closeOpen((one) => one === "dt" || one === "dd", LIST_BORDERS);
    else if (name === "td" || name === "th") this.closeOpen((one) => one === "td" || one === "th", TABLE);
    else if (name === "tr") this.closeOpen((one) => one === "tr", TABLE);
    else if (name === "tbody" || name === "thead" || name === "tfoot")
      this.closeOpen((one) => one === "tbody" || one === "thead" || one === "tfoot", TABLE);
    else if (name === "a") this.closeOpen((one) => one === "a", LINK_BORDERS);
  }

  // Elements

  private start(tag: Token.TagToken): void {
    const name = tag.tagName;
    if (this.undecided !== null) this.decide(HEADING.test(name) || name === "header");
    if (this.top.kind === "silent") {
      if (!VOID.has(name) && !tag.selfClosing) this.push(name, "silent");
      return;
    }
    const attributes = this.attributesOf(tag);
    if (LEFT_OUT.has(name)) return this.leaveOut(name, tag.selfClosing);
    if (name === "meta" || name === "html" || name === "title") return this.startAbout(name, attributes);
    this.endBefore(name);
    if (attributes.has("data-generated")) {
      if (!VOID.has(name)) this.push(name, "silent");
      return;
    }
    if (!this.startBlock(name, attributes)) this.startInline(name, attributes, tag.selfClosing);
  }

  private leaveOut(name: string, selfClosing: boolean): void {
    const reason = LEFT_OUT.get(name);
    if (reason) this.context.dropped.add(`<${name}>`, reason);
    if (!VOID.has(name) && !(selfClosing && name === "svg")) this.push(name, "silent");
  }

  private startAbout(name: string, attributes: Attributes): void {
    if (name === "title") return this.push(name, "silent");
    if (name === "html") {
      this.language ??= /^[A-Za-z]{2,3}(-[A-Za-z0-9]{1,8})*$/.exec(attributes.get("lang") ?? "")?.[0] ?? null;
      return this.push(name, "block", { leave: () => this.builder.closeImplied() });
    }
    if (attributes.get("name") !== "gate-rope:returns") return;
    const levels = (attributes.get("content") ?? "").split(",").map(Number);
    this.returns = {
      levels: levels.filter((level) => level >= 1 && level <= 6).slice(0, 6),
      words: attributes.get("data-words") ?? "",
    };
  }

  /** Starts an element that is a block or has to do with blocks; false for any other. */
  private startBlock(name: string, attributes: Attributes): boolean {
    const { builder, context } = this;
    const align = alignmentOf(attributes) ?? this.top.align;
    const id = attributes.get("id") ?? "";
    const anchored = () => id !== "" && builder.anchor(id, attributes.get("data-name") ?? null);
    const block = (
      leave: (() => void) | null,
      more: Partial<Pick<Open, "own" | "preformatted">> = {},
      fresh = true,
    ) => this.push(name, "block", { ...more, align, leave }, fresh);

    if (name === "nav" && attributes.has("data-contents")) {
      this.addContents(attributes);
      this.push(name, "silent");
      return true;
    }
    const level = HEADING.exec(name)?.[1];
    if (level) {
      builder.openTextblock("heading", { level: Number(level), align });
      anchored();
      block(() => builder.closeTextblock(), {}, false);
      return true;
    }
    switch (name) {
      case "p": {
        const missingPicture = attributes.get("data-alt");
        if (missingPicture !== undefined) {
          builder.addPicture(null, missingPicture);
          this.push(name, "silent");
          return true;
        }
        builder.openTextblock("paragraph", { align });
        anchored();
        block(() => builder.closeTextblock(), {}, false);
        return true;
      }
      case "dt":
        builder.openTextblock("paragraph", { align });
        anchored();
        block(() => builder.closeTextblock(), { own: [schema.marks.strong.create()] });
        return true;
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
        const start = Number(attributes.get("start") ?? 1);
        const isStart =
          kind === "ordered_list" && Number.isInteger(start) && start >= 0 && start <= 1_000_000;
        const opened = builder.openContainer(kind, isStart ? { start } : {});
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
        builder.openFigure();
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
        block(() => builder.closeTable());
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
        );
        anchored();
        block(() => (opened ? builder.closeCell() : builder.closeTextblock()));
        return true;
      }
      case "img":
        anchored();
        builder.addPicture(pictureBytes(attributes.get("src") ?? "", context), attributes.get("alt") ?? "");
        return true;
      case "hr":
        builder.closeTextblock();
        anchored();
        builder.addLeaf(isPageBreak(attributes) ? "page_break" : "rule");
        return true;
      case "br":
        builder.hardBreak();
        return true;
    }
    if (VOID.has(name)) return true;
    if (!WRAPPERS.has(name)) return false;
    builder.closeImplied();
    if (id !== "" && !(name === "body" && id === "top"))
      this.wrapperId(id, attributes.get("data-name") ?? null);
    if (isPageBreak(attributes)) builder.addLeaf("page_break");
    block(() => builder.closeImplied(), {}, false);
    return true;
  }

  private startInline(name: string, attributes: Attributes, selfClosing: boolean): void {
    const { builder, context } = this;
    if (name === "code" && this.top.name === "pre") builder.nameCode(languageIn(attributes));
    const own = marksOfElement(name, attributes);
    let leave: (() => void) | null = null;
    const later = attributes.get("data-range");
    const anchor = attributes.get("id") ?? (name === "a" ? attributes.get("name") : undefined) ?? "";
    const href = name === "a" ? hrefOf(attributes) : undefined;
    if (later && !anchor) {
      const known = this.ranges.get(later);
      if (known) own.push(known);
    } else if (anchor) {
      const bookmarkName = attributes.get("data-name") ?? null;
      // As XHTML has it; to HTML the slash means nothing, and the anchor would enclose the rest of the paragraph.
      if (selfClosing && href === undefined) return builder.anchor(anchor, bookmarkName);
      const range = builder.rangeMark(anchor, bookmarkName);
      if (later) this.ranges.set(later, range);
      own.push(range);
      leave = () => builder.endRange(range);
    }
    if (href !== undefined) {
      const link = linkMark(href, builder, context);
      if (link) own.push(link);
    }
    this.push(name, "inline", { own, leave });
  }

  private addContents(attributes: Attributes): void {
    const level = (name: string, otherwise: number) => {
      const value = Number(attributes.get(name));
      return Number.isInteger(value) && value >= 1 && value <= 6 ? value : otherwise;
    };
    this.builder.closeTextblock();
    if (attributes.get("id")) this.builder.anchor(attributes.get("id")!);
    this.builder.addLeaf("contents_list", {
      heading: attributes.get("data-contents") ?? "Contents",
      from: level("data-from", 1),
      to: level("data-to", 3),
    });
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

  private attributesOf(tag: Token.TagToken): Attributes {
    if (tag.attrs.length === 0) return NO_ATTRIBUTES;
    const attributes = new Map<string, string>();
    for (const { name, value } of tag.attrs) {
      if (name.startsWith("on")) this.context.dropped.add("event handler", "Scripts never come in.");
      else if (!attributes.has(name)) attributes.set(name, value);
    }
    return attributes;
  }
}

const NO_ATTRIBUTES: Attributes = new Map();
const NOTHING: ReadonlySet<string> = new Set();
const TABLE = words("table");
const LIST_BORDERS = words("ul ol menu dl table td th caption blockquote");
const LINK_BORDERS = words("table td th caption p li");

/** Marks that hold inside an element: those around it and its own, a mark only once. */
function together(around: readonly Mark[], own: readonly Mark[]): readonly Mark[] {
  if (own.length === 0) return around;
  const fresh = own.filter((mark) => !mark.isInSet(around));
  return fresh.length === 0 || around.length > MOST_MARKS ? around : [...around, ...fresh];
}

/** The address of a link; of one that was adrift when it was written, the anchor it looked for. */
function hrefOf(attributes: Attributes): string | undefined {
  const adrift = attributes.get("data-adrift");
  return adrift ? `#${encodeURIComponent(adrift)}` : attributes.get("href");
}

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
