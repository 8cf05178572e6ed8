import {
  columnWidths,
  countOn,
  figureLook,
  listOptionsFrom,
  pageSectionFrom,
  schema,
  seriesFrom,
  shortTitleFrom,
} from "@/core/document";
import { ownEntry } from "@/core/own-entry";
import { pictureBytes } from "../intake/addresses";
import { DECORATIVE } from "../intake/figure-builder";
import { BlockStart } from "./block-start";
import { codeLanguage } from "./code-language";
import { alignmentOf, declarations } from "./inline-marks";
import { NOTICE_TITLES, TABLE_PARTS, VOID, WRAPPERS } from "./known-elements";
import { LAYS_OUT } from "./layout-tables";
import { isNoticeTitle, noticeOfElement } from "./notices";
import { HEADING } from "./open-elements";
import { pictureLook } from "./picture-look";
import { readableAttributes, type Attributes, type ReadingScope } from "./reading-scope";
import type { WrapperIds } from "./wrapper-ids";

/** Reads elements that are blocks or have to do with blocks. */
export class BlockElements {
  /** For each open table: whether it only lays out what it holds. */
  private readonly laidOut: boolean[] = [];

  constructor(
    private readonly scope: ReadingScope,
    private readonly wrapperIds: WrapperIds,
  ) {}

  /** Starts such an element; false for any other. */
  start(name: string, attributes: Attributes): boolean {
    const block = new BlockStart(this.scope, name, attributes);
    if (this.startOwn(block) || this.startNotice(block) || this.startTable(block)) return true;
    const starter = HEADING.test(name) ? startHeading : ownEntry(STARTERS, name);
    if (starter) starter(block);
    else if (WRAPPERS.has(name)) this.startWrapper(block);
    else return VOID.has(name);
    return true;
  }

  /** Starts what only an exported page has: an earlier anchor of a place, and a contents list; false for anything else. */
  private startOwn(block: BlockStart): boolean {
    const earlierOf = block.attributes.get("data-earlier");
    if (earlierOf && block.id !== "") block.builder.earlier(block.id, earlierOf);
    else if (block.name === "nav" && block.attributes.has("data-contents")) addContents(block);
    else return false;
    block.pushSilent();
    return true;
  }

  /** Starts a notice, its title, or what some tools put around its words: a quotation; false for anything else. */
  private startNotice(block: BlockStart): boolean {
    const { builder, name, attributes } = block;
    const kind = noticeOfElement(name, attributes);
    if (kind) block.pushContainer("notice", { kind });
    else if (builder.inEmptyNotice && NOTICE_TITLES.has(name) && isNoticeTitle(attributes)) {
      builder.openTextblock("notice_title");
      block.anchor();
      block.pushText();
    } else if (name === "blockquote" && builder.inEmptyNotice) {
      block.anchor();
      block.push(() => builder.closeImplied());
    } else return false;
    return true;
  }

  /** Whether an element is part of a table that only lays out what it holds. */
  private startsLayout(name: string): boolean {
    return this.laidOut.at(-1) === true && TABLE_PARTS.has(name);
  }

  /** Starts a table, or a part of one that only lays out what it holds, as some tools part the sign of a notice from its words. */
  private startTable(block: BlockStart): boolean {
    const { builder, name, attributes } = block;
    if (this.startsLayout(name)) {
      if (VOID.has(name)) return true;
      // What shows the sign of the notice is passed over.
      const isSign = /(?:^|[\s_-])icon(?:$|\s)/.test(attributes.get("class") ?? "");
      this.scope.open.push(name, isSign ? "silent" : "block", { leave: () => builder.closeImplied() });
      return true;
    }
    if (name !== "table") return false;
    const laysOut = builder.inEmptyNotice || saysItLaysOut(attributes);
    builder.closeTextblock();
    block.anchor();
    if (!laysOut) builder.openTable();
    this.laidOut.push(laysOut);
    block.push(() => {
      this.laidOut.pop();
      if (laysOut) builder.closeImplied();
      else builder.closeTable();
    });
    return true;
  }

  private startWrapper(block: BlockStart): void {
    const { builder, name, id, attributes } = block;
    builder.closeImplied();
    if (id !== "" && attributes.get("class") === "equation-line") builder.anchor(id);
    else if (id !== "" && !(name === "body" && /^_?top$/.test(id)))
      this.wrapperIds.meet(id, attributes.get("data-name") ?? null);
    if (isPageBreak(attributes)) addPageBreak(block);
    block.push(() => builder.closeImplied(), {}, false);
  }
}

/** How each element begins that is the same block wherever it stands. */
const STARTERS: Readonly<Record<string, (block: BlockStart) => void>> = {
  p: startParagraph,
  dl: (block) => block.pushContainer("definition_list"),
  dt: startTerm,
  dd: startDefinition,
  pre: startCode,
  ul: (block) => block.pushContainer("bullet_list"),
  menu: (block) => block.pushContainer("bullet_list"),
  ol: (block) => block.pushContainer("ordered_list", countOn(readableAttributes(block.attributes))),
  blockquote: (block) => block.pushContainer("quotation"),
  li: (block) => block.pushContainer("list_item", {}, true),
  figure: startFigure,
  figcaption: startCaption,
  caption: startCaption,
  tr: (block) => {
    block.builder.openRow();
    block.push(null);
  },
  tbody: (block) => block.push(null),
  thead: (block) => block.push(null),
  tfoot: (block) => block.push(null),
  colgroup: (block) => block.push(null),
  td: startCell,
  th: startCell,
  img: addPicture,
  hr: addRule,
  br: (block) => block.builder.hardBreak(),
};

function startHeading(block: BlockStart): void {
  const { attributes, align } = block;
  block.builder.openTextblock("heading", {
    level: Number(block.name.slice(1)),
    align,
    series: seriesFrom(attributes.get("data-series")),
    short: shortTitleFrom(attributes.get("data-short")),
  });
  block.anchor();
  block.pushText();
}

function startParagraph(block: BlockStart): void {
  const { builder, attributes, align } = block;
  const missingPicture = attributes.get("data-alt");
  if (missingPicture !== undefined) {
    builder.addPicture(null, missingPicture);
    return block.pushSilent();
  }
  const style = builder.styles.named(attributes.get("data-style-name"), "paragraphs");
  builder.openTextblock("paragraph", { align, style });
  block.anchor();
  block.pushText();
}

/** A term; outside of a list of terms it is a paragraph of bold words. */
function startTerm(block: BlockStart): void {
  const { builder, align } = block;
  const isTerm = builder.inDefinitionList;
  builder.openTextblock(isTerm ? "term" : "paragraph", isTerm ? {} : { align });
  block.anchor();
  block.push(() => builder.closeTextblock(), isTerm ? {} : { own: [schema.marks.strong.create()] });
}

function startDefinition(block: BlockStart): void {
  const { builder } = block;
  if (builder.inDefinitionList) return block.pushContainer("definition", {}, true);
  block.anchor();
  block.push(() => builder.closeTextblock());
}

function startCode(block: BlockStart): void {
  block.builder.openTextblock("code_block", { language: codeLanguage(block.attributes) });
  block.anchor();
  block.push(() => block.builder.closeTextblock(), { preformatted: true });
}

function startFigure(block: BlockStart): void {
  const { builder } = block;
  builder.closeTextblock();
  block.anchor();
  builder.openFigure(figureLook(readableAttributes(block.attributes)));
  block.push(() => builder.closeFigure());
}

function startCaption(block: BlockStart): void {
  block.builder.openTextblock("caption");
  block.push(() => block.builder.closeTextblock());
}

function startCell(block: BlockStart): void {
  const { builder, attributes } = block;
  const columns = span(attributes.get("colspan"));
  const opened = builder.openCell(
    block.name === "th",
    columns,
    span(attributes.get("rowspan")),
    alignmentOf(attributes),
    columnWidths(attributes.get("data-colwidth") ?? null, columns),
  );
  block.anchor();
  block.push(() => (opened ? builder.closeCell() : builder.closeTextblock()));
}

function span(value: string | undefined): number {
  const number = Number(value);
  return Number.isInteger(number) && number > 1 ? Math.min(number, 1_000) : 1;
}

function addPicture(block: BlockStart): void {
  const { attributes, scope } = block;
  block.anchor();
  const bytes = pictureBytes(attributes.get("src") ?? "", scope.context);
  const { marks } = scope.open.top;
  block.builder.addPicture(bytes, attributes.get("alt") ?? "", { ...pictureLook(attributes), marks });
}

function addRule(block: BlockStart): void {
  block.builder.closeTextblock();
  block.anchor();
  if (isPageBreak(block.attributes)) addPageBreak(block);
  else block.builder.addLeaf(schema.nodes.rule.create());
}

function addPageBreak({ builder, attributes }: BlockStart): void {
  const section = pageSectionFrom(attributes.get("data-pages"));
  builder.addLeaf(schema.nodes.page_break.create({ section }));
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

function addContents({ builder, id, attributes }: BlockStart): void {
  const level = (name: string, otherwise: number) => {
    const value = Number(attributes.get(name));
    return Number.isInteger(value) && value >= 1 && value <= 6 ? value : otherwise;
  };
  builder.closeTextblock();
  if (id) builder.anchor(id);
  builder.addLeaf(
    schema.nodes.contents_list.create({
      heading: attributes.get("data-contents") ?? "Contents",
      from: level("data-from", 1),
      to: level("data-to", 3),
      list: listOptionsFrom(attributes.get("data-list")),
    }),
  );
}

/** Whether a table says that it is none (WAI-ARIA 1.2, presentation), or was found to be none. */
function saysItLaysOut(attributes: Attributes): boolean {
  return DECORATIVE.has(attributes.get("role") ?? "") || attributes.has(LAYS_OUT);
}
