import type { NodeSpec } from "prosemirror-model";
import {
  alignment,
  blockAttributes,
  cellAttributes,
  cellElement,
  figureLook,
  headingRule,
  id,
  readBlock,
  readCell,
  readId,
  seriesFrom,
  shortTitleFrom,
  wholeNumber,
} from "./attributes";
import { NO_SCHEMES, schemesSchema } from "./allowed-schemes";
import { fromJSON } from "./from-json";
import { frozenListSchema } from "./frozen-list";
import { FIRST_LIST, listOptionsFrom, listOptionsSchema } from "./list-options";
import { checkedOnce, checkRegistry } from "./checked-once";
import { EMPTY_REGISTRY } from "./registry";
import { RETURNS_NONE, returnRuleSchema } from "./return-rule";
import { FIRST_SHEET, styleSheetSchema } from "./style-sheet";

/*
 * `doc > block+` is flat: a section is not a node. Lists, quotations and tables nest inside their block, and there only
 * `inner` blocks stand. Paragraph comes first because the first kind is what ProseMirror fills a gap with.
 */
export const blockSpecs = {
  doc: {
    content: "block+",
    attrs: {
      title: { default: "", validate: "string" },
      language: { default: "en", validate: "string" },
      registry: { default: EMPTY_REGISTRY, validate: checkRegistry },
      returns: { default: RETURNS_NONE, validate: checkedOnce(returnRuleSchema) },
      styles: { default: FIRST_SHEET, validate: checkedOnce(styleSheetSchema) },
      /** Schemes of addresses that links may have beside those of the web, mail and telephones. */
      schemes: { default: NO_SCHEMES, validate: checkedOnce(schemesSchema) },
    },
  },
  /*
   * How an editor lays a document out on a screen: its blocks in chunks, and these in bundles. Never stored, sent or read from
   * outside; the kinds are here because only blocks of one schema can be shared between a document and its drawing.
   */
  drawing: { content: "bundle+" },
  bundle: {
    content: "chunk+",
    selectable: false,
    toDOM: () => ["div", { class: "bundle" }, 0],
  },
  chunk: {
    content: "block+",
    selectable: false,
    attrs: { drawn: { default: true } },
    toDOM: () => ["div", { class: "chunk" }, 0],
  },
  paragraph: {
    group: "block inner",
    content: "inline*",
    attrs: { id, align: alignment },
    parseDOM: [{ tag: "p", getAttrs: readBlock }],
    toDOM: (node) => ["p", blockAttributes(node.attrs), 0],
  },
  heading: {
    group: "block",
    content: "inline*",
    defining: true,
    attrs: {
      id,
      align: alignment,
      level: { default: 1, validate: wholeNumber(1, 6) },
      series: {
        default: null,
        validate: (value) => {
          if (value !== null && seriesFrom(value as string) === null) throw new RangeError("not a series");
        },
      },
      /** What it is called in lists, menus and headers of pages; empty for its own words. */
      short: {
        default: "",
        validate: (value) => {
          if (typeof value !== "string" || shortTitleFrom(value) !== value)
            throw new RangeError("not a short title");
        },
      },
    },
    parseDOM: [1, 2, 3, 4, 5, 6].map(headingRule),
    toDOM: (node) => [
      `h${node.attrs.level as number}`,
      {
        ...blockAttributes(node.attrs),
        ...(node.attrs.series ? { "data-series": node.attrs.series as string } : {}),
        ...(node.attrs.short ? { "data-short": node.attrs.short as string } : {}),
      },
      0,
    ],
  },
  bullet_list: {
    group: "block inner",
    content: "list_item+",
    attrs: {
      id,
      /** The generated list whose text it is; null for one that was written. */
      frozen: { default: null, validate: checkedOnce(frozenListSchema.nullable()) },
    },
    parseDOM: [
      {
        tag: "ul",
        getAttrs: (element: HTMLElement) => ({
          ...readId(element),
          frozen: fromJSON(frozenListSchema, element.getAttribute("data-frozen")),
        }),
      },
    ],
    toDOM: (node) => [
      "ul",
      {
        ...blockAttributes(node.attrs),
        ...(node.attrs.frozen ? { "data-frozen": JSON.stringify(node.attrs.frozen) } : {}),
      },
      0,
    ],
  },
  ordered_list: {
    group: "block inner",
    content: "list_item+",
    attrs: { id, start: { default: 1, validate: wholeNumber(0, 1_000_000) } },
    parseDOM: [
      {
        tag: "ol",
        getAttrs: (element: HTMLElement) => ({
          ...readId(element),
          start: Number(element.getAttribute("start") ?? 1) || 1,
        }),
      },
    ],
    toDOM: (node) => [
      "ol",
      {
        ...blockAttributes(node.attrs),
        ...(node.attrs.start === 1 ? {} : { start: String(node.attrs.start) }),
      },
      0,
    ],
  },
  list_item: {
    content: "paragraph inner*",
    defining: true,
    parseDOM: [{ tag: "li" }],
    toDOM: () => ["li", 0],
  },
  quotation: {
    group: "block inner",
    content: "inner+",
    defining: true,
    attrs: { id },
    parseDOM: [{ tag: "blockquote", getAttrs: readId }],
    toDOM: (node) => ["blockquote", blockAttributes(node.attrs), 0],
  },
  code_block: {
    group: "block inner",
    content: "text*",
    marks: "bookmark",
    code: true,
    defining: true,
    attrs: { id, language: { default: "", validate: "string" } },
    parseDOM: [{ tag: "pre", preserveWhitespace: "full", getAttrs: readId }],
    toDOM: (node) => ["pre", blockAttributes(node.attrs), ["code", 0]],
  },
  figure: {
    group: "block",
    content: "inline*",
    isolating: true,
    attrs: {
      id,
      /** Name of a stored picture, see pictures.ts; empty where the picture is missing. */
      picture: { default: "", validate: "string" },
      alt: { default: "", validate: "string" },
      /** Width in hundredths of that of the text; null for the picture's own, as far as it fits. */
      width: {
        default: null,
        validate: (value) => {
          if (value !== null) wholeNumber(5, 100)(value);
        },
      },
      /** Where it stands: in a line of its own, or at a margin with the text beside it. */
      place: {
        default: "line",
        validate: (value) => {
          if (!["line", "left", "right"].includes(value as string)) throw new RangeError("not a place");
        },
      },
      /** It tells nothing and is passed over when the document is read aloud. */
      decorative: { default: false, validate: "boolean" },
    },
    parseDOM: [
      {
        tag: "figure[data-picture]",
        contentElement: "figcaption",
        getAttrs: (element: HTMLElement) => ({
          ...readId(element),
          picture: element.getAttribute("data-picture") ?? "",
          alt: element.getAttribute("data-alt") ?? "",
          ...figureLook(element),
        }),
      },
    ],
    toDOM: (node) => [
      "figure",
      {
        ...blockAttributes(node.attrs),
        "data-picture": node.attrs.picture as string,
        "data-alt": node.attrs.alt as string,
        ...(node.attrs.width === null ? {} : { "data-width": String(node.attrs.width) }),
        ...(node.attrs.place === "line" ? {} : { "data-place": node.attrs.place as string }),
        ...(node.attrs.decorative ? { "data-decorative": "" } : {}),
      },
      ["figcaption", 0],
    ],
  },
  equation: {
    group: "block",
    atom: true,
    attrs: { id, tex: { default: "", validate: "string" } },
    parseDOM: [
      {
        tag: "div[data-equation]",
        getAttrs: (element: HTMLElement) => ({
          ...readId(element),
          tex: element.getAttribute("data-equation") ?? "",
        }),
      },
    ],
    toDOM: (node) => ["div", { ...blockAttributes(node.attrs), "data-equation": node.attrs.tex as string }],
  },
  table: {
    group: "block",
    content: "table_caption table_grid",
    isolating: true,
    attrs: { id },
    parseDOM: [{ tag: "div[data-table]", getAttrs: readId }],
    toDOM: (node) => ["div", { ...blockAttributes(node.attrs), "data-table": "" }, 0],
  },
  table_caption: {
    content: "inline*",
    defining: true,
    parseDOM: [{ tag: "div[data-caption]" }],
    toDOM: () => ["div", { "data-caption": "", class: "caption-line" }, 0],
  },
  table_grid: {
    content: "table_row+",
    tableRole: "table",
    isolating: true,
    parseDOM: [{ tag: "table" }],
    toDOM: () => ["table", ["tbody", 0]],
  },
  table_row: {
    content: "(table_cell | table_header)*",
    tableRole: "row",
    parseDOM: [{ tag: "tr" }],
    toDOM: () => ["tr", 0],
  },
  table_cell: {
    content: "inner+",
    tableRole: "cell",
    isolating: true,
    attrs: cellAttributes,
    parseDOM: [{ tag: "td", getAttrs: readCell }],
    toDOM: (node) => ["td", cellElement(node.attrs), 0],
  },
  table_header: {
    content: "inner+",
    tableRole: "header_cell",
    isolating: true,
    attrs: cellAttributes,
    parseDOM: [{ tag: "th", getAttrs: readCell }],
    toDOM: (node) => ["th", cellElement(node.attrs), 0],
  },
  rule: {
    group: "block",
    attrs: { id },
    parseDOM: [{ tag: "hr:not([data-page-break])", getAttrs: readId }],
    toDOM: (node) => ["hr", blockAttributes(node.attrs)],
  },
  page_break: {
    group: "block",
    attrs: { id },
    parseDOM: [{ tag: "hr[data-page-break]", priority: 60, getAttrs: readId }],
    toDOM: (node) => ["hr", { ...blockAttributes(node.attrs), "data-page-break": "", class: "page-break" }],
  },
  contents_list: {
    group: "block",
    atom: true,
    attrs: {
      id,
      heading: { default: "Contents", validate: "string" },
      from: { default: 1, validate: wholeNumber(1, 6) },
      to: { default: 3, validate: wholeNumber(1, 6) },
      list: { default: FIRST_LIST, validate: checkedOnce(listOptionsSchema) },
    },
    parseDOM: [
      {
        tag: "nav[data-contents]",
        getAttrs: (element: HTMLElement) => ({
          ...readId(element),
          heading: element.getAttribute("data-contents") ?? "Contents",
          from: Number(element.getAttribute("data-from")) || 1,
          to: Number(element.getAttribute("data-to")) || 3,
          list: listOptionsFrom(element.getAttribute("data-list")),
        }),
      },
    ],
    toDOM: (node) => [
      "nav",
      {
        ...blockAttributes(node.attrs),
        "data-contents": node.attrs.heading as string,
        "data-from": String(node.attrs.from),
        "data-to": String(node.attrs.to),
        ...(node.attrs.list === FIRST_LIST ? {} : { "data-list": JSON.stringify(node.attrs.list) }),
      },
    ],
  },
} satisfies Record<string, NodeSpec>;
