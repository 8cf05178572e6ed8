import type { Mark } from "prosemirror-model";
import type { DefaultTreeAdapterTypes } from "parse5";
import { schema, type Alignment } from "@/core/document";
import type { DocumentBuilder } from "../intake/document-builder";
import { linkMark, pictureBytes } from "../intake/addresses";
import type { ReadContext } from "../intake/read-context";
import { alignmentOf, declarations, marksOfElement } from "./inline-marks";

type Element = DefaultTreeAdapterTypes.Element;
type ChildNode = DefaultTreeAdapterTypes.ChildNode;
type ParentNode = DefaultTreeAdapterTypes.ParentNode;

/** Elements that never come in, with all they hold; those with a reason are counted in the import report. */
const LEFT_OUT: ReadonlyMap<string, string | null> = new Map([
  ["script", "Scripts never come in."],
  ["style", null],
  ["template", null],
  ["head", null],
  ["iframe", "Frames never come in."],
  ["frame", "Frames never come in."],
  ["frameset", "Frames never come in."],
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
  ["meta", null],
  ["base", null],
  ["title", null],
]);

const BLOCKS = new Set(
  "address article aside body center dd details dialog div dl fieldset footer form header hgroup html legend main menu nav search section summary noscript".split(
    " ",
  ),
);
const HEADING = /^h([1-6])$/;

interface Visit {
  readonly children: readonly ChildNode[];
  next: number;
  readonly marks: readonly Mark[];
  readonly preformatted: boolean;
  readonly align: Alignment;
  readonly leave: (() => void) | null;
}

/** What one file's walk knows beside the tree. */
export interface HtmlWalk {
  readonly builder: DocumentBuilder;
  readonly context: ReadContext;
  /** Anchors to which links of the file lead. */
  readonly wanted: ReadonlySet<string>;
  /** Ranges whose words are spread over several elements, by the name that joins these. */
  readonly ranges: Map<string, Mark>;
}

/** A walk at its beginning. */
export function htmlWalk(
  builder: DocumentBuilder,
  context: ReadContext,
  wanted: ReadonlySet<string>,
): HtmlWalk {
  return { builder, context, wanted, ranges: new Map() };
}

/**
 * Carries parsed HTML into a document through an allow-list: what is not known is passed through for its text, what is
 * dangerous is left out. Walks with a stack of its own, so that no depth of nesting exhausts the machine's.
 */
export function walkHtml(root: ParentNode, walk: HtmlWalk): void {
  const stack: Visit[] = [visit(root.childNodes, [], false, null, null)];
  while (stack.length > 0) {
    const top = stack.at(-1)!;
    const child = top.children[top.next++];
    if (!child) {
      top.leave?.();
      stack.pop();
    } else if (child.nodeName === "#text") {
      const value = (child as DefaultTreeAdapterTypes.TextNode).value;
      addText(value, top, walk.builder);
    } else if ("tagName" in child) {
      const entered = enter(child, top, walk);
      if (entered) stack.push(entered);
    }
  }
}

function visit(
  children: readonly ChildNode[],
  marks: readonly Mark[],
  preformatted: boolean,
  align: Alignment,
  leave: (() => void) | null,
): Visit {
  return { children, next: 0, marks, preformatted, align, leave };
}

function addText(value: string, place: Visit, builder: DocumentBuilder): void {
  if (place.preformatted) return builder.text(value, place.marks);
  const folded = value.replace(/[ \t\n\r\f]+/g, " ");
  builder.text(builder.endsWithSpace && folded.startsWith(" ") ? folded.slice(1) : folded, place.marks);
}

/** Enters one element; answers how its children are to be visited, or null if they are not. */
function enter(element: Element, parent: Visit, walk: HtmlWalk): Visit | null {
  const { builder, context } = walk;
  const name = element.tagName;
  const attributes = attributesOf(element, context);
  const reason = LEFT_OUT.get(name);
  if (reason !== undefined) {
    if (reason) context.dropped.add(`<${name}>`, reason);
    return null;
  }
  if (attributes.has("data-generated")) return null;
  const align = alignmentOf(attributes) ?? parent.align;
  const into = (leave: (() => void) | null, marks = parent.marks, preformatted = parent.preformatted) =>
    visit(element.childNodes, marks, preformatted, align, leave);

  if (name === "nav" && attributes.has("data-contents")) return enterContents(attributes, builder);
  const id = attributes.get("id") ?? "";
  const anchored = () => id !== "" && builder.anchor(id, attributes.get("data-name") ?? null);

  const level = HEADING.exec(name)?.[1];
  if (level) {
    builder.openTextblock("heading", { level: Number(level), align });
    anchored();
    return into(() => builder.closeTextblock(), []);
  }
  const missingPicture = attributes.get("data-alt");
  if (name === "p" && missingPicture !== undefined) {
    builder.addPicture(null, missingPicture);
    return null;
  }
  switch (name) {
    case "p":
    case "dt":
      builder.openTextblock("paragraph", { align });
      anchored();
      return into(() => builder.closeTextblock(), name === "dt" ? [schema.marks.strong.create()] : []);
    case "pre":
      builder.openTextblock("code_block", { language: languageOf(element) });
      anchored();
      return into(() => builder.closeTextblock(), [], true);
    case "ul":
    case "menu":
    case "ol":
    case "blockquote": {
      builder.closeTextblock();
      anchored();
      const kind = name === "ol" ? "ordered_list" : name === "blockquote" ? "quotation" : "bullet_list";
      const start = Number(attributes.get("start") ?? 1);
      const opened = builder.openContainer(
        kind,
        kind === "ordered_list" && Number.isInteger(start) && start >= 0 && start <= 1_000_000
          ? { start }
          : {},
      );
      return into(() => (opened ? builder.closeContainer(kind) : builder.closeTextblock()), []);
    }
    case "li": {
      const opened = builder.openContainer("list_item");
      anchored();
      return into(() => (opened ? builder.closeContainer("list_item") : builder.closeTextblock()), []);
    }
    case "figure":
      builder.closeTextblock();
      anchored();
      builder.openFigure();
      return into(() => builder.closeFigure(), []);
    case "figcaption":
    case "caption":
      builder.openTextblock("caption");
      return into(() => builder.closeTextblock(), []);
    case "table":
      builder.closeTextblock();
      anchored();
      builder.openTable();
      return into(() => builder.closeTable(), []);
    case "tr":
      builder.openRow();
      return into(null);
    case "td":
    case "th": {
      const opened = builder.openCell(
        name === "th",
        span(attributes.get("colspan")),
        span(attributes.get("rowspan")),
        alignmentOf(attributes),
      );
      anchored();
      return into(() => (opened ? builder.closeCell() : builder.closeTextblock()), []);
    }
    case "img":
      anchored();
      builder.addPicture(pictureBytes(attributes.get("src") ?? "", context), attributes.get("alt") ?? "");
      return null;
    case "hr":
      builder.closeTextblock();
      anchored();
      builder.addLeaf(isPageBreak(attributes) ? "page_break" : "rule");
      return null;
    case "br":
      builder.hardBreak();
      return null;
    case "wbr":
      return null;
  }
  if (BLOCKS.has(name)) {
    builder.closeImplied();
    if (id !== "" && !(name === "body" && id === "top")) keepWrapperId(element, id, attributes, walk);
    if (isPageBreak(attributes)) builder.addLeaf("page_break");
    return into(() => builder.closeImplied());
  }
  return enterInline(element, attributes, parent, walk);
}

function enterInline(
  element: Element,
  attributes: ReadonlyMap<string, string>,
  parent: Visit,
  walk: HtmlWalk,
): Visit {
  const { builder, context } = walk;
  const name = element.tagName;
  const marks = [...parent.marks, ...marksOfElement(name, attributes)];
  let leave: (() => void) | null = null;
  const later = attributes.get("data-range");
  const anchor = attributes.get("id") ?? (name === "a" ? attributes.get("name") : undefined) ?? "";
  if (later && !anchor) {
    const known = walk.ranges.get(later);
    if (known) marks.push(known);
  } else if (anchor) {
    const bookmarkName = attributes.get("data-name") ?? null;
    if (element.childNodes.length === 0) builder.anchor(anchor, bookmarkName);
    else {
      const range = builder.rangeMark(anchor, bookmarkName);
      if (later) walk.ranges.set(later, range);
      marks.push(range);
      leave = () => builder.endRange(range);
    }
  }
  const adrift = attributes.get("data-adrift");
  const href =
    name === "a" ? (adrift ? `#${encodeURIComponent(adrift)}` : attributes.get("href")) : undefined;
  if (href !== undefined) {
    const link = linkMark(href, builder, context);
    if (link) marks.push(link);
  }
  return visit(element.childNodes, marks, parent.preformatted, parent.align, leave);
}

function enterContents(attributes: ReadonlyMap<string, string>, builder: DocumentBuilder): null {
  const level = (name: string, otherwise: number) => {
    const value = Number(attributes.get(name));
    return Number.isInteger(value) && value >= 1 && value <= 6 ? value : otherwise;
  };
  builder.closeTextblock();
  if (attributes.get("id")) builder.anchor(attributes.get("id")!);
  builder.addLeaf("contents_list", {
    heading: attributes.get("data-contents") ?? "Contents",
    from: level("data-from", 1),
    to: level("data-to", 3),
  });
  return null;
}

/** An id on a wrapper is kept where it names a heading that follows at once, encloses nothing, or a link leads to it. */
function keepWrapperId(
  element: Element,
  id: string,
  attributes: ReadonlyMap<string, string>,
  { builder, context, wanted }: HtmlWalk,
): void {
  const first = element.childNodes.find(
    (child) => child.nodeName !== "#text" && child.nodeName !== "#comment",
  );
  const name = attributes.get("data-name") ?? null;
  const empty = element.childNodes.length === 0;
  if (
    empty ||
    (first && (HEADING.test(first.nodeName) || first.nodeName === "header")) ||
    wanted.has(id) ||
    name !== null
  )
    builder.anchor(id, name);
  else context.dropped.add("id of a wrapper", "No link in the file leads to it and it names no heading.");
}

function attributesOf(element: Element, context: ReadContext): ReadonlyMap<string, string> {
  const attributes = new Map<string, string>();
  for (const { name, value } of element.attrs) {
    if (/^on/i.test(name)) context.dropped.add("event handler", "Scripts never come in.");
    else if (!attributes.has(name)) attributes.set(name, value);
  }
  return attributes;
}

function span(value: string | undefined): number {
  const number = Number(value);
  return Number.isInteger(number) && number > 1 ? Math.min(number, 1_000) : 1;
}

function isPageBreak(attributes: ReadonlyMap<string, string>): boolean {
  const style = attributes.get("style");
  if (!style) return false;
  const declared = declarations(style);
  const breaks = [
    declared.get("break-before"),
    declared.get("break-after"),
    declared.get("page-break-before"),
    declared.get("page-break-after"),
  ];
  return breaks.some((value) => value === "page" || value === "always");
}

function languageOf(pre: Element): string {
  const code = pre.childNodes.find(
    (child): child is Element => "tagName" in child && child.tagName === "code",
  );
  const named = (code ?? pre).attrs.find((attribute) => attribute.name === "class")?.value ?? "";
  return /(?:^|\s)lang(?:uage)?-([\w+#-]{1,40})/.exec(named)?.[1] ?? "";
}
