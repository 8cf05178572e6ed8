import type { MarkType, Node } from "prosemirror-model";
import {
  bookmarkEntry,
  createDocument,
  FIRST_SETUP,
  FIRST_SHEET,
  idOf,
  newId,
  PAPERS,
  pictureName,
  recognisePicture,
  RETURNS_NONE,
  schema,
  type DestinationId,
  type LinkTarget,
  type Manuscript,
  type StyleSheet,
} from "@/core/document";
import { paragraph } from "./editing";
import { SMALL_PNG } from "./small-picture";

const { nodes, marks } = schema;

/** Equations with each element that a writer of them has a rule for. */
export const EQUATIONS = [
  "\\frac{a}{b} + \\sqrt[3]{x} - \\sqrt{y}",
  "\\sum_{i=1}^{n} x_i^2 = \\prod_k y_k",
  "\\int_0^1 f(x)\\,dx \\le \\oint g",
  "\\left(\\begin{matrix} a & b \\\\ c & d \\end{matrix}\\right)",
  "\\begin{cases} 1 & x > 0 \\\\ 0 & \\text{else} \\end{cases}",
  "\\hat{x} \\bar{y} \\vec{v} \\tilde{z} \\dot{q} \\overline{ab} \\underline{cd}",
  "\\underbrace{a+b}_{n} \\overbrace{c}^{m}",
  "\\lim_{x\\to 0} \\sin x \\cdot \\mathrm{e}^{\\mathbf{k}}",
  "\\mathbb{R} \\mathcal{L} \\mathfrak{g} \\mathsf{T} \\mathtt{c}",
  "\\boxed{E = mc^2} \\quad {}_{2}^{3}X \\quad {n \\choose k}",
  "\\left\\{ a < b \\right| \\leftarrow \\text{if } \\alpha \\neq \\emptyset",
  "\\phantom{x} \\stackrel{!}{=} \\underset{n}{x}",
];

const SHEET: StyleSheet = {
  ...FIRST_SHEET,
  styles: {
    ...FIRST_SHEET.styles,
    heading1: { ...FIRST_SHEET.styles.heading1, numbering: "decimal", newPage: true },
    heading2: { ...FIRST_SHEET.styles.heading2, numbering: "letters" },
  },
  captions: { count: "chapter", figure: "Plate", table: "Table", equation: "Eq." },
  page: {
    header: ["{title}", "", "{section}"],
    footer: ["{contents}", "{page} of {pages}", "A & B"],
    onFirst: false,
    first: { header: ["", "First <page>", ""], footer: ["", "", ""] },
    even: { header: ["{section}", "", "{title}"], footer: ["", "{page}", "{contents}"] },
    setup: { ...FIRST_SETUP, rightHand: true, romanFront: true },
  },
  own: {
    shout00001: { name: "Heading 1", of: "paragraphs", look: { size: 14, align: "center" } },
    quiet00001: { name: "strong", of: "words", look: { colour: "quiet", slant: "italic" } },
  },
};

const DRAWING = new TextEncoder().encode(
  '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"><rect width="40" height="20"/></svg>',
);

/** A document of what random ones hold least: front matter, sections of pages, merged cells, menus, an index, pictures, every equation. */
export function richDocument(): Manuscript {
  const [picture, drawing] = [SMALL_PNG, DRAWING].map((bytes) => recognisePicture(new Uint8Array(bytes))!);
  const [pictured, drawn] = [pictureName(picture!), pictureName(drawing!)];
  const [one, two, appendix] = [newId(), newId(), newId()];
  const [place, whole, spot] = [newId(), newId(), newId()];
  const titled = (level: number, words: string, id: DestinationId, more: object = {}) =>
    nodes.heading.create({ id, level, ...more }, schema.text(words));
  const words = (text: string, ...set: readonly MarkType[]) =>
    schema.text(
      text,
      set.map((mark) => mark.create()),
    );
  const link = (target: LinkTarget, more: object = {}) => marks.link.create({ target, ...more });
  const to = (id: DestinationId): LinkTarget => ({ kind: "destination", id });
  const list = (options: object, heading: string) =>
    nodes.contents_list.create({ id: newId(), heading, from: 1, to: 3, list: options });
  const cell = (text: string, more: object = {}) => nodes.table_cell.create(more, paragraph(text));
  const head = (text: string, more: object = {}) => nodes.table_header.create(more, paragraph(text));
  const row = (...cells: Node[]) => nodes.table_row.create(null, cells);
  const marked = paragraph("A whole paragraph that is marked");
  const content: Node[] = [
    paragraph("Before the contents."),
    list({}, "Contents"),
    list({ of: "figures" }, "Plates"),
    list({ buttons: true, placed: "header", of: "sections" }, "Menu"),
    titled(1, "Lamps & wicks", one, { short: "Lamps" }),
    nodes.paragraph.create({ id: newId() }, [
      words("Linked to the top", marks.strong!),
      schema.text(" and "),
      schema.text("plainly", [link(to(two), { look: "plain", hint: "A hint" })]),
      schema.text(" or by "),
      schema.text("button", [link({ kind: "top" }, { look: "button" })]),
      schema.text(", marked", [marks.bookmark.create({ id: place })]),
      nodes.bookmark_point.create({ id: spot }),
      schema.text(" and indexed", [
        marks.index_entry.create({ id: newId(), main: "wick: flat", sub: 'cut "so"', see: "lamp", also: "" }),
      ]),
      schema.text("; ", [marks.word_style.create({ style: "quiet00001" })]),
      nodes.picture.create({ picture: pictured, alt: "A lamp", height: 120 }),
      nodes.cross_reference.create({ target: to(two), form: "{label} on {page}, {where}", linked: true }),
      nodes.note.create({ id: newId(), place: "end" }, [
        schema.text("See "),
        schema.text("the stairs", [link(to(two))]),
      ]),
    ]),
    nodes.paragraph.create(
      { id: newId(), style: "shout00001" },
      schema.text("Called like a style of programs"),
    ),
    nodes.paragraph.create(
      { id: newId() },
      nodes.picture.create({ picture: pictured, alt: "Alone in its line" }),
    ),
    marked.type.create({ id: newId() }, marked.content),
    nodes.code_block.create({ id: newId(), language: "shell session" }, schema.text("ls\n  -l")),
    list({ of: "section" }, "In this chapter"),
    nodes.figure.create(
      { id: newId(), picture: drawn, alt: "A drawing", place: "left", width: 40 },
      schema.text("Drawn"),
    ),
    nodes.figure.create({ id: newId(), picture: pictured, decorative: true }),
    ...EQUATIONS.map((tex) => nodes.equation.create({ id: newId(), tex })),
    titled(2, "Stairs", two),
    nodes.table.create({ id: newId() }, [
      nodes.table_caption.create(null, schema.text("Merged both ways")),
      nodes.table_grid.create(null, [
        row(head("a"), head("b", { colspan: 2 })),
        row(cell("c", { rowspan: 2 }), cell("d"), head("e")),
        row(cell("f", { colspan: 2 })),
      ]),
    ]),
    nodes.page_break.create({
      id: newId(),
      section: {
        paper: { width: PAPERS.A4.height, height: PAPERS.A4.width, margins: FIRST_SETUP.margins },
        lines: null,
        numbering: { numerals: "upper-alpha", from: 1 },
        rightHand: true,
      },
    }),
    titled(1, "Other lamps", appendix, { series: "appendix" }),
    nodes.heading.create({ id: newId(), level: 2 }, schema.text("Below the appendix")),
    paragraph("عربي في سطر"),
    list({ of: "entries" }, "Index"),
    list({ buttons: true, stacked: true }, "To"),
  ];
  const doc = createDocument(
    content.map((block) =>
      idOf(block) ? block : block.type.create({ ...block.attrs, id: newId() }, block.content),
    ),
    { title: "Rich <manual> & more" },
  );
  const block = idOf(doc.child(8))!;
  const bookmarks = {
    [place]: bookmarkEntry("range", "Märked words, with more letters than a name may have anywhere"),
    [spot]: bookmarkEntry("point", "Märked words, with more letters than a name may have in a file"),
    [whole]: bookmarkEntry("block", "9 lives", block),
  };
  return {
    doc: doc.type.create(
      {
        ...doc.attrs,
        styles: SHEET,
        registry: { bookmarks, anchors: {} },
        returns: { ...RETURNS_NONE, levels: [1, 2], also: ["steps", "headings"] },
      },
      doc.content,
    ),
    pictures: new Map([
      [pictured, picture!],
      [drawn, drawing!],
    ]),
  };
}
