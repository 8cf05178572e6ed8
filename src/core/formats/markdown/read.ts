import MarkdownIt, { type Token } from "markdown-it";
import definitions from "markdown-it-deflist";
import footnotes from "markdown-it-footnote";
import type { Mark, Node } from "prosemirror-model";
import {
  decodeSafely,
  idOf,
  lineOf,
  MAX_START,
  noticeKindOf,
  schema,
  seriesFrom,
  type DestinationId,
  type Manuscript,
  type Series,
} from "@/core/document";
import { anchorFrom } from "@/core/index";
import type { ContainerAttributes, ContainerKind } from "../intake/containers";
import { DocumentBuilder } from "../intake/document-builder";
import { linkMark, pictureBytes } from "../intake/addresses";
import type { ReadContext } from "../intake/read-context";
import { ReadError } from "../intake/read-error";
import { HtmlReading } from "../html/html-reading";
import { alignmentOf } from "../html/inline-marks";
import { InlineHtml } from "./inline-html";
import { equations } from "./equations";
import { noticesAsQuotations, withNotices } from "./notices";
import {
  CONTENTS_END,
  contentsStart,
  RETURN_MARKER,
  returnsRule,
  shortTitleIn,
  tableCaption,
} from "./conventions";
import { ownEntry } from "@/core/own-entry";

const { strong, emphasis, strike, code } = schema.marks;

/**
 * Reads Markdown: CommonMark with tables, `{#anchor}` after a heading, raw `<a id>` anchors and a title in front matter.
 * Links to a heading by the anchor that other programs derive from its text land as well.
 */
export function readMarkdown(source: string, context: ReadContext): Manuscript {
  if (/^\s*(<!doctype html|<html[\s>])/i.test(source))
    throw new ReadError("The file holds HTML. Name it .html to bring it in.", 1);
  const { body, title, language } = frontMatter(source);
  const markdown = new MarkdownIt({ html: true }).use(footnotes).use(definitions).use(equations);
  markdown.set({ maxNesting: DEEPEST });
  // What is a safe address is decided, and counted, in one place for all formats.
  markdown.validateLink = () => true;
  markdown.normalizeLink = (address) => address;
  const tokens = withNotices(markdown.parse(noticesAsQuotations(withoutTowers(body, context)), {}));
  // The parser leaves out what lies deeper, so a file that reaches the limit is refused rather than cut.
  if (tokens.some((token) => token.level >= DEEPEST - 4))
    throw new ReadError(`Lists and quotations are nested more than ${DEEPEST / 2} deep, which is the limit.`);
  context.progress(0.5);
  const builder = new DocumentBuilder(context.dropped);
  builder.title = title;
  builder.language = language;
  new MarkdownWalk(builder, context, body).blocks(tokens);
  context.progress(0.9);
  return builder.finish(context, derivedAnchors());
}

/** Levels that the parser follows; a list takes two. */
const DEEPEST = 1_000;

const { unescapeAll } = new MarkdownIt().utils;

/** Signs of quotations and lists at the beginning of one line, more than anybody means. */
const TOWER =
  /^((?:[ \t]*(?:>|[-+*](?=[ \t])|\d{1,9}[.)](?=[ \t]))){60})((?:[ \t]*(?:>|[-+*](?=[ \t])|\d{1,9}[.)](?=[ \t])))+)/gm;

function withoutTowers(source: string, context: ReadContext): string {
  return source.replace(TOWER, (_all, kept: string) => {
    context.dropped.add("nesting deeper than 12 levels", "The text is kept at the deepest level there is.");
    return kept;
  });
}

function frontMatter(source: string): { body: string; title: string | null; language: string | null } {
  const block = /^\uFEFF?---[ \t]*\r?\n([\s\S]*?)\r?\n(?:---|\.\.\.)[ \t]*(?:\r?\n|$)/.exec(source);
  if (!block || !/^[\w-]+[ \t]*:/m.test(block[1]!)) return { body: source, title: null, language: null };
  const value = (key: string) => {
    const line = new RegExp(`^${key}[ \\t]*:[ \\t]*(.+)$`, "m").exec(block[1]!)?.[1]?.trim();
    if (!line) return null;
    try {
      return line.startsWith('"') ? String(JSON.parse(line)) : line.replace(/^'(.*)'$/, "$1");
    } catch {
      return line;
    }
  };
  return { body: source.slice(block[0].length), title: value("title"), language: value("lang") };
}

const BOX = /^\[([ xX])\](?:[ \t]+|$)/;

class MarkdownWalk {
  private readonly html: InlineHtml;
  private readonly wanted: ReadonlySet<string>;
  /** How to close each open list item, list and quotation. */
  private readonly closers: (() => void)[] = [];
  private inContents = false;

  constructor(
    private readonly builder: DocumentBuilder,
    private readonly context: ReadContext,
    source: string,
  ) {
    this.html = new InlineHtml(
      builder,
      context,
      new Set([...source.matchAll(/data-end="([^"]+)"/g)].map((found) => found[1]!)),
    );
    this.wanted = new Set(
      [...source.matchAll(/\]\(<?#([^)>\s]+)|href="#([^"]+)"/g)].map((found) =>
        decodeSafely(found[1] ?? found[2]!),
      ),
    );
  }

  blocks(tokens: readonly Token[]): void {
    tokens.forEach((token, i) => {
      if (this.inContents && !(token.type === "html_block" && token.content.trim() === CONTENTS_END)) return;
      if (i % 4096 === 0) this.context.progress(0.5 + (0.4 * i) / tokens.length);
      this.block(token);
    });
  }

  private block(token: Token): void {
    const { builder } = this;
    switch (token.type) {
      case "heading_open":
        return builder.openTextblock("heading", { level: Number(token.tag.slice(1)) });
      case "paragraph_open":
        return builder.openTextblock("paragraph");
      case "heading_close":
      case "paragraph_close":
        this.html.endOfBlock();
        if (token.type === "paragraph_close") this.endParagraph();
        return builder.closeTextblock();
      case "inline":
        return this.inline(token);
      case "bullet_list_open":
        return this.open("bullet_list");
      case "ordered_list_open":
        return this.open("ordered_list", {
          start: Math.min(Number(token.attrGet("start") ?? 1), MAX_START),
          after: token.markup,
        });
      case "list_item_open":
        return this.open("list_item");
      case "blockquote_open":
        return this.open("quotation");
      case "notice_open":
        return this.open("notice", { kind: noticeKindOf(token.info) ?? "note" });
      case "notice_title_open":
        return builder.openTextblock("notice_title");
      case "notice_title_close":
        this.html.endOfBlock();
        return builder.closeTextblock();
      case "dl_open":
        return this.open("definition_list");
      case "dd_open":
        return this.open("definition");
      case "dt_open":
        return builder.openTextblock(builder.inDefinitionList ? "term" : "paragraph");
      case "dt_close":
        this.html.endOfBlock();
        return builder.closeTextblock();
      case "bullet_list_close":
      case "ordered_list_close":
      case "list_item_close":
      case "blockquote_close":
      case "notice_close":
      case "dl_close":
      case "dd_close":
        return this.closers.pop()?.();
      case "fence":
      case "code_block":
        builder.openTextblock("code_block", {
          // A space that belongs to it is written as an entity (CommonMark 0.31, 4.5).
          language: unescapeAll(token.info.trim().split(/\s+/)[0] ?? "").slice(0, 40),
        });
        builder.text(token.content.replace(/\n$/, ""));
        return builder.closeTextblock();
      case "hr":
        return builder.addLeaf(schema.nodes.rule.create());
      case "table_open":
        return builder.openTable();
      case "table_close":
        return builder.closeTable();
      case "tr_open":
        return builder.openRow();
      case "th_open":
      case "td_open":
        builder.openCell(token.type === "th_open", 1, 1, alignmentOf(attributesOf(token)));
        return;
      case "th_close":
      case "td_close":
        this.html.endOfBlock();
        return builder.closeCell();
      case "html_block":
        return this.htmlBlock(token.content);
      case "equation":
        return builder.addEquation(token.content);
      case "footnote_open":
        return builder.openNote(noteKey(token));
      case "footnote_close":
        return builder.closeNote();
    }
  }

  private open(kind: ContainerKind, attributes: ContainerAttributes = {}): void {
    const opened = this.builder.openContainer(kind, attributes);
    this.closers.push(() => (opened ? this.builder.closeContainer(kind) : this.builder.closeTextblock()));
  }

  /** `Table: …` right after a table is its caption; a paragraph that is a return link is made again by the rule. */
  private endParagraph(): void {
    const caption = tableCaption(this.builder.openWords);
    if (caption === null) return;
    const inline = this.builder.takeParagraph();
    const first = inline[0];
    const rest = first?.isText ? first.text!.replace(/^Table:\s*/, "") : "";
    const words = [...(rest ? [schema.text(rest, first!.marks)] : []), ...inline.slice(1)];
    if (this.builder.captionLastTable(words)) return;
    this.builder.openTextblock("paragraph");
    this.builder.putBack(inline);
  }

  private htmlBlock(source: string): void {
    const text = source.trim();
    const contents = contentsStart(text);
    if (contents) {
      this.inContents = true;
      this.builder.closeTextblock();
      if (contents.anchor) this.builder.anchor(contents.anchor);
      return this.builder.addLeaf(
        schema.nodes.contents_list.create({
          heading: contents.heading,
          from: contents.from,
          to: contents.to,
          list: contents.list,
        }),
      );
    }
    if (text === CONTENTS_END) {
      this.inContents = false;
      return;
    }
    const returns = returnsRule(text);
    if (returns) {
      this.builder.returns = returns;
      return;
    }
    new HtmlReading(this.builder, this.context, this.wanted).read(source);
    this.builder.closeImplied();
  }

  /** `[ ]` or `[x]` at the beginning of an item is its box. */
  private takeBox({ content, children }: Token): void {
    const first = children?.[0];
    // What is escaped in the source is no box.
    const found = BOX.test(content) && first?.type === "text" ? BOX.exec(first.content) : null;
    if (found && this.builder.giveBox(found[1] !== " "))
      first!.content = first!.content.slice(found[0].length);
  }

  private inline(token: Token): void {
    const children = token.children ?? [];
    if (children.some((child) => child.type === "html_inline" && child.content === RETURN_MARKER)) return;
    this.takeBox(token);
    const open: Mark[] = [];
    const heading = this.builder.openKind === "heading";
    const texts = children.filter((child) => child.type === "text" && child.content !== "");
    for (const child of children) {
      const marks = () => [...this.html.marks, ...open];
      if (this.html.silent && child.type !== "html_inline") continue;
      switch (child.type) {
        case "text": {
          const attribute =
            heading && child === texts.at(-1) && child === children.filter(visible).at(-1)
              ? headingAnchor(child.content)
              : null;
          if (attribute?.anchor) this.builder.anchor(attribute.anchor);
          if (attribute) this.builder.nameHeading({ series: attribute.series, short: attribute.short });
          this.builder.text(attribute ? attribute.text : child.content, marks());
          break;
        }
        case "softbreak":
          this.builder.text(" ", marks());
          break;
        case "formula":
          this.builder.formula(child.content, marks());
          break;
        case "footnote_ref":
          this.builder.noteReference(noteKey(child), /^end/i.test(labelOf(child)) ? "end" : "foot");
          break;
        case "hardbreak":
          this.builder.hardBreak();
          break;
        case "code_inline":
          this.builder.text(child.content, [...marks(), code.create()]);
          break;
        case "strong_open":
          open.push(strong.create());
          break;
        case "em_open":
          open.push(emphasis.create());
          break;
        case "s_open":
          open.push(strike.create());
          break;
        case "strong_close":
        case "em_close":
        case "s_close":
          removeLast(open, { strong_close: strong, em_close: emphasis, s_close: strike }[child.type]);
          break;
        case "link_open": {
          const link = linkMark(
            { href: String(child.attrGet("href") ?? ""), hint: String(child.attrGet("title") ?? "") },
            this.builder,
            this.context,
          );
          if (link) open.push(link);
          break;
        }
        case "link_close":
          removeLast(open, schema.marks.link);
          break;
        case "image":
          this.image(child, marks(), children.every(isImage));
          break;
        case "html_inline":
          this.html.tag(child.content, marks());
      }
    }
  }

  /** An image alone in its paragraph is a figure, and its title the caption; among words it has none. */
  private image(token: Token, marks: readonly Mark[], alone: boolean): void {
    const alt = (token.children ?? [])
      .map((child) => (child.type === "softbreak" ? " " : child.content))
      .join("");
    const caption = alone ? String(token.attrGet("title") ?? "") : "";
    this.builder.addPicture(pictureBytes(String(token.attrGet("src") ?? ""), this.context), alt, {
      caption: caption ? [schema.text(caption)] : [],
      marks,
    });
  }
}

function isImage({ type, content }: Token): boolean {
  return (
    type === "image" ||
    type === "html_inline" ||
    type === "softbreak" ||
    (type === "text" && content.trim() === "")
  );
}

/** A note that the parser counted, by its number there; HTML in the same file may have notes of its own. */
function noteKey(token: Token): string {
  return `[^${String(token.meta?.id)}]`;
}

function labelOf(token: Token): string {
  const label: unknown = token.meta?.label;
  return typeof label === "string" ? label : "";
}

function visible(token: Token): boolean {
  return token.type !== "text" || token.content !== "";
}

function removeLast(marks: Mark[], type: Mark["type"]): void {
  const at = marks.map((mark) => mark.type).lastIndexOf(type);
  if (at >= 0) marks.splice(at, 1);
}

/** `{#anchor .appendix short="In brief"}` at the end of a heading: its anchor, the series it is counted in, its short title. */
function headingAnchor(
  text: string,
): { text: string; anchor: string | null; series: Series; short: string } | null {
  const found = /^(.*?)\s*\{((?:[#.]|short=)[^{}]{1,2000})\}\s*$/su.exec(text);
  if (!found) return null;
  const { rest, short } = shortTitleIn(found[2]!);
  const words = rest.split(/\s+/);
  const anchor = words.find((word) => /^#[^\s]{1,200}$/u.test(word))?.slice(1) ?? null;
  const series = seriesFrom(words.map((word) => ownEntry(SERIES, word)).find(Boolean));
  return anchor || series || short ? { text: found[1]!, anchor, series, short } : null;
}

const SERIES: Record<string, string> = { ".appendix": "appendix", ".unnumbered": "none" };

/**
 * Finds a heading by an anchor that the file does not name: as Gate Rope derives it, or as most programs that show
 * Markdown do (lower case, signs left out, spaces to hyphens, a number for the second of the same).
 */
function derivedAnchors(): (anchor: string, headings: readonly Node[]) => DestinationId | undefined {
  let byAnchor: Map<string, DestinationId> | null = null;
  return (anchor, headings) => {
    if (!byAnchor) {
      byAnchor = new Map();
      const seen = new Map<string, number>();
      for (const heading of headings) {
        const text = lineOf(heading);
        const plain = text
          .toLowerCase()
          .replace(/[^\p{L}\p{N}\p{M}\s_-]/gu, "")
          .trim()
          .replace(/\s/g, "-");
        const times = seen.get(plain) ?? 0;
        seen.set(plain, times + 1);
        for (const name of [times === 0 ? plain : `${plain}-${times}`, anchorFrom(text, "section")])
          if (!byAnchor.has(name)) byAnchor.set(name, idOf(heading)!);
      }
    }
    return byAnchor.get(anchor.toLowerCase());
  };
}

function attributesOf({ attrs: written }: Token): Map<string, string> {
  return new Map((written ?? []).map(([name, value]) => [name, String(value)]));
}
