import fc from "fast-check";
import type { Fragment, Mark, Node } from "prosemirror-model";
import {
  bookmarkEntry,
  createDocument,
  FIRST_SETUP,
  FIRST_SHEET,
  idOf,
  isMark,
  LINK_LOOKS,
  newId,
  noteOfBlocks,
  NOTICE_KINDS,
  NUMERALS,
  PAPERS,
  schema,
  type BookmarkEntry,
  type DestinationId,
  type IndexEntry,
  type LinkTarget,
  type ListCount,
  type NoticeKind,
  type PageSection,
  type Series,
  type StyleSheet,
} from "@/core/document";

const { nodes, marks } = schema;

/** Words that mean something to one format or another, beside plain ones. */
const word = fc.constantFrom(
  "dome",
  "shutter",
  "night",
  "log",
  "wind",
  "Übung",
  "秋",
  "عربي",
  "🔭",
  "a*b",
  "_x_",
  "#1",
  "1.",
  "[y]",
  "<b>",
  "&amp;",
  "\\",
  "`c`",
  "|",
  "~~z~~",
  "https://x.example",
  "-",
  "+",
  "{#k}",
  "!",
  "Table:",
  "$5",
  "[^1]",
  "a$b",
);
const words = fc.array(word, { minLength: 1, maxLength: 5 }).map((all) => all.join(" "));

/** Styles that every document has beside the fixed ones. */
const OWN = { paragraphs: "aside00001" as DestinationId, words: "term000001" as DestinationId };
const SHEET: StyleSheet = {
  ...FIRST_SHEET,
  own: {
    [OWN.paragraphs]: { name: 'An "aside" & more', of: "paragraphs", look: { slant: "italic", indent: 20 } },
    [OWN.words]: { name: "Term", of: "words", look: { face: "sans", size: 9, weight: 700 } },
  },
};

const plainMark: fc.Arbitrary<Mark> = fc.constantFrom(
  marks.strong.create(),
  marks.emphasis.create(),
  marks.underline.create(),
  marks.strike.create(),
  marks.superscript.create(),
  marks.code.create(),
  marks.colour.create({ colour: "#0e5a5e" }),
  marks.size.create({ percent: 125 }),
  marks.language.create({ language: "fr-CA" }),
  marks.word_style.create({ style: OWN.words }),
);

/** A cross-reference to one of the headings, or to nowhere. */
interface Reference {
  to: number;
  form: string;
  linked: boolean;
}

interface Piece {
  text: string;
  marks: Mark[];
  link: number | null;
  bookmark: boolean;
  indexed: IndexEntry | null;
  /** Stands after the words. */
  leaf: "formula" | "picture" | "foot" | "end" | "computation" | Reference | null;
}

const entryWords = fc.constantFrom("", "", "dome", 'a "b" & <c>', "Übung; x", "秋");
const indexed: fc.Arbitrary<IndexEntry> = fc.record({
  main: fc.constantFrom("Dome", "shutter: slit", 'a "b" & <c>', "عربي"),
  sub: entryWords,
  see: entryWords,
  also: entryWords,
});

const piece: fc.Arbitrary<Piece> = fc.record({
  text: words,
  marks: fc.array(plainMark, { maxLength: 2 }),
  link: fc.option(fc.nat(20), { freq: 3 }),
  bookmark: fc.boolean(),
  indexed: fc.option(indexed, { freq: 5 }),
  leaf: fc.option(
    fc.oneof(
      fc.constantFrom(
        "formula" as const,
        "picture" as const,
        "foot" as const,
        "end" as const,
        "computation" as const,
      ),
      fc.record({
        to: fc.nat(20),
        form: fc.constantFrom("{label}", "{number} {title}", "see “{title}”, {where} & <{page}>"),
        linked: fc.boolean(),
      }),
    ),
    { freq: 3 },
  ),
});
/** How a list counts. One that goes on has no number of its own to begin with. */
const count: fc.Arbitrary<Partial<ListCount>> = fc.oneof(
  fc.constant({}),
  fc.record({ start: fc.integer({ min: 0, max: 5_000 }), after: fc.constantFrom(".", ")") }),
  fc.record({
    numerals: fc.constantFrom(...NUMERALS),
    before: fc.constantFrom("", "(", 'a "<\\'),
    after: fc.constantFrom("", ".", ")", " &"),
    continues: fc.boolean(),
  }),
);
const tex = fc.constantFrom("x^2", "\\frac{a}{b}", "a_1 < b", "\\text{if } \\alpha");

type Draft =
  | { kind: "heading"; level: number; series: Series; short: string; pieces: Piece[] }
  | { kind: "equation"; tex: string }
  | { kind: "paragraph" | "quotation"; pieces: Piece[]; styled: boolean }
  | { kind: "list"; count: Partial<ListCount> | null; items: { pieces: Piece[]; checked: boolean | null }[] }
  | { kind: "notice"; of: NoticeKind; title: Piece[]; paragraphs: Piece[][] }
  | { kind: "definitions"; items: { terms: Piece[][]; definitions: Piece[][][] }[] }
  | { kind: "code"; text: string; marked: string | null; language: string }
  | { kind: "table"; rows: Piece[][]; caption: Piece[] }
  | {
      kind: "holding";
      around: (typeof AROUND)[number];
      held: (typeof HELD)[number];
      before: Piece[];
      caption: Piece[];
      after: Piece[];
    }
  | { kind: "rule" }
  | { kind: "page_break"; section: PageSection | null };

/** What can hold other blocks, and what stands in it there. */
const AROUND = ["item", "quotation", "notice", "definition", "cell"] as const;
const HELD = ["figure", "equation", "table", "code", "notice"] as const;

const pieces = fc.array(piece, { minLength: 1, maxLength: 4 });
const draft: fc.Arbitrary<Draft> = fc.oneof(
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant("heading" as const),
      level: fc.integer({ min: 1, max: 6 }),
      series: fc.constantFrom<Series>(null, null, "appendix", "none"),
      short: fc.constantFrom("", "", "In brief", 'a "b" {c} *d* 50% & <e>', "über www.x.de: ~_[]\\`", "عربي"),
      pieces,
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      kind: fc.constantFrom("paragraph" as const, "quotation" as const),
      pieces,
      styled: fc.boolean(),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("list" as const),
      count: fc.option(count, { freq: 2 }),
      items: fc.array(fc.record({ pieces, checked: fc.option(fc.boolean(), { freq: 1 }) }), {
        minLength: 1,
        maxLength: 3,
      }),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("definitions" as const),
      items: fc.array(
        fc.record({
          terms: fc.array(pieces, { minLength: 1, maxLength: 2 }),
          definitions: fc.array(fc.array(pieces, { minLength: 1, maxLength: 2 }), { maxLength: 2 }),
        }),
        { minLength: 1, maxLength: 2 },
      ),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("notice" as const),
      of: fc.constantFrom(...NOTICE_KINDS),
      title: fc.oneof(fc.constant<Piece[]>([]), pieces),
      paragraphs: fc.array(pieces, { minLength: 1, maxLength: 2 }),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("holding" as const),
      around: fc.constantFrom(...AROUND),
      held: fc.constantFrom(...HELD),
      before: pieces,
      caption: pieces,
      after: pieces,
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant("equation" as const), tex }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("code" as const),
      text: words,
      marked: fc.option(words, { freq: 3 }),
      language: fc.constantFrom("", "c#", "objective-c++"),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("table" as const),
      rows: fc.array(fc.tuple(piece, piece), { minLength: 2, maxLength: 3 }),
      caption: pieces,
    }),
  },
  { weight: 1, arbitrary: fc.constant({ kind: "rule" as const }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constant("page_break" as const),
      section: fc.option(
        fc.record({
          paper: fc.constantFrom(null, {
            ...PAPERS.A5,
            margins: FIRST_SETUP.margins,
            columns: { count: 2, gap: 9 },
          }),
          lines: fc.constantFrom(null, {
            header: ["{page}", "“a” & <b>", ""],
            footer: ["", "", ""],
            onFirst: true,
          } as const),
          numbering: fc.constantFrom(null, { numerals: "lower-roman" as const, from: 3 }),
          rightHand: fc.boolean(),
        }),
      ),
    }),
  },
);

/** Documents of every kind of block, with links to each other's headings, to the web and to nowhere, and bookmarks. */
export const anyDocument: fc.Arbitrary<Node> = fc.array(draft, { minLength: 1, maxLength: 12 }).map(build);

/** The words of a note: a line, or paragraphs with lists, by how long the text is that it is of. */
function noteWords(text: string): Fragment {
  const said = (words: string) => nodes.paragraph.create(null, schema.text(words));
  const first = said(`Of ${text}`);
  const item = (...blocks: Node[]) => nodes.list_item.create(null, blocks);
  const inner = nodes.ordered_list.create(null, [item(said("One")), item(said("Two"))]);
  const list = nodes.bullet_list.create(null, [
    item(said("Rope"), said("Of hemp")),
    item(said("Pin"), inner),
  ]);
  const shapes = [[first], [first, said("Further")], [first, list], [first, list, said("After"), inner]];
  return noteOfBlocks(shapes[text.length % shapes.length]!);
}

function build(drafts: readonly Draft[]): Node {
  const ids = drafts.map(() => newId());
  const headings = ids.filter((_, i) => drafts[i]!.kind === "heading");
  const bookmarks: Record<string, BookmarkEntry> = {};
  let count = 0;
  const inline = (all: readonly Piece[]) =>
    all.flatMap((one, i) => {
      const set: Mark[] = [...one.marks];
      if (one.link !== null) set.push(link(one.link, headings));
      if (one.bookmark && !one.marks.some((mark) => isMark(mark, "code"))) {
        const id = newId();
        bookmarks[id] = bookmarkEntry("range", `Place ${++count}`);
        set.push(marks.bookmark.create({ id }));
      }
      if (one.indexed) set.push(marks.index_entry.create({ id: newId(), ...one.indexed }));
      const text = schema.text(
        one.text,
        set.reduce<readonly Mark[]>((sum, mark) => mark.addToSet(sum), []),
      );
      const leaf =
        one.leaf === null
          ? []
          : one.leaf === "formula"
            ? [nodes.formula.create({ tex: "E = mc^2" })]
            : one.leaf === "picture"
              ? [nodes.picture.create({ alt: `Shown ${count}`, height: 150 })]
              : one.leaf === "computation"
                ? [nodes.computation.create({ expression: 'words | 2 < date("2026-11-26") & "x"' })]
                : typeof one.leaf === "object"
                  ? [crossReference(one.leaf, headings)]
                  : [nodes.note.create({ id: newId(), place: one.leaf }, noteWords(one.text))];
      return i === 0 ? [text, ...leaf] : [schema.text(" "), text, ...leaf];
    });
  const paragraph = (all: readonly Piece[]) => nodes.paragraph.create(null, inline(all));
  const table = (rows: readonly (readonly Node[][])[], caption: readonly Piece[]) => [
    nodes.table_caption.create(null, inline(caption)),
    nodes.table_grid.create(
      null,
      rows.map((row, y) =>
        nodes.table_row.create(
          null,
          row.map((cell) => nodes[y === 0 ? "table_header" : "table_cell"].create(null, cell)),
        ),
      ),
    ),
  ];
  const held = (kind: (typeof HELD)[number], caption: readonly Piece[]): Node => {
    switch (kind) {
      case "figure":
        return nodes.figure.create({ id: newId(), alt: "Shown" }, inline(caption));
      case "equation":
        return nodes.equation.create({ id: newId(), tex: "x^2" });
      case "table":
        return nodes.table.create(
          { id: newId() },
          table([[[paragraph(caption)]], [[paragraph(caption)]]], caption),
        );
      case "code":
        return nodes.code_block.create(null, schema.text("a\nb"));
      case "notice":
        return nodes.notice.create({ kind: "tip" }, [nodes.notice_title.create(), paragraph(caption)]);
    }
  };
  const blocks = drafts.map((one, i): Node => {
    const id = ids[i]!;
    switch (one.kind) {
      case "heading":
        return nodes.heading.create(
          { id, level: one.level, series: one.series, short: one.short },
          inline(one.pieces),
        );
      case "paragraph":
        return nodes.paragraph.create({ id, style: one.styled ? OWN.paragraphs : null }, inline(one.pieces));
      case "quotation":
        return nodes.quotation.create({ id }, paragraph(one.pieces));
      case "list":
        return nodes[one.count ? "ordered_list" : "bullet_list"].create(
          { id, ...one.count },
          one.items.map(({ pieces, checked }) => nodes.list_item.create({ checked }, paragraph(pieces))),
        );
      case "notice":
        return nodes.notice.create({ id, kind: one.of }, [
          nodes.notice_title.create(null, inline(one.title)),
          ...one.paragraphs.map(paragraph),
        ]);
      case "definitions":
        return nodes.definition_list.create(
          { id },
          one.items.flatMap(({ terms, definitions }) => [
            ...terms.map((term) => nodes.term.create(null, inline(term))),
            ...definitions.map((paragraphs) => nodes.definition.create(null, paragraphs.map(paragraph))),
          ]),
        );
      case "equation":
        return nodes.equation.create({ id, tex: one.tex });
      case "code":
        if (one.marked === null)
          return nodes.code_block.create({ id, language: one.language }, schema.text(one.text));
        else {
          const place = newId();
          bookmarks[place] = bookmarkEntry("range", `Place ${++count}`);
          return nodes.code_block.create({ id, language: one.language }, [
            schema.text(`${one.text}\n\n`),
            schema.text(one.marked, [marks.bookmark.create({ id: place })]),
            schema.text(" end", [marks.link.create({ target: { kind: "destination", id: place } })]),
            schema.text(" listed", [marks.index_entry.create({ id: newId(), main: "Code" })]),
            nodes.note.create({ id: newId(), place: "foot" }, schema.text(one.marked)),
          ]);
        }
      case "table":
        return nodes.table.create(
          { id },
          table(
            one.rows.map((row) => row.map((cell) => [paragraph([cell])])),
            one.caption,
          ),
        );
      case "holding": {
        const content = [paragraph(one.before), held(one.held, one.caption), paragraph(one.after)];
        switch (one.around) {
          case "item":
            return nodes.bullet_list.create({ id }, nodes.list_item.create(null, content));
          case "quotation":
            return nodes.quotation.create({ id }, content);
          case "notice":
            return nodes.notice.create({ id, kind: "note" }, [nodes.notice_title.create(), ...content]);
          case "definition":
            return nodes.definition_list.create({ id }, [
              nodes.term.create(null, inline(one.caption)),
              nodes.definition.create(null, content),
            ]);
          case "cell":
            return nodes.table.create({ id }, table([[[paragraph(one.before)]], [content]], one.caption));
        }
      }
      case "page_break":
        return nodes.page_break.create({ id, section: one.section });
      default:
        return nodes[one.kind].create({ id });
    }
  });
  const doc = createDocument(blocks, { title: "Any document" });
  return doc.type.create({ ...doc.attrs, styles: SHEET, registry: { bookmarks, anchors: {} } }, doc.content);
}

function crossReference({ to, form, linked }: Reference, headings: readonly DestinationId[]): Node {
  const speaksOf = target(Math.max(to, 2), headings);
  return nodes.cross_reference.create({ target: speaksOf, form, linked });
}

/** A link of any kind and any look. */
function link(choice: number, headings: readonly DestinationId[]): Mark {
  const elsewhere: Record<number, LinkTarget> = {
    3: { kind: "top" },
    4: { kind: "document", document: "another1", id: "place1" as DestinationId },
    5: { kind: "action", action: { do: "search", words: 'the "dome" | <a> & b' } },
  };
  return marks.link.create({
    target: elsewhere[choice] ?? target(choice, headings),
    look: LINK_LOOKS[choice % LINK_LOOKS.length],
    hint: choice % 4 === 0 ? 'A "hint" & more' : "",
  });
}

function target(choice: number, headings: readonly DestinationId[]): LinkTarget {
  if (choice === 0) return { kind: "web", url: "https://example.org/a?b=1&c=2" };
  if (choice === 1) return { kind: "mail", address: "keeper@example.org" };
  if (choice === 2 || headings.length === 0) return { kind: "destination", id: newId(), was: "nowhere" };
  return { kind: "destination", id: headings[choice % headings.length]! };
}

/** What a document says, without its ids: links by the number of the heading they lead to, bookmarks by their names. */
export function essence(doc: Node): unknown {
  const places = new Map<string, string>();
  doc.forEach((block, _pos, i) => places.set(idOf(block) ?? "", `block ${i}`));
  const { bookmarks } = doc.attrs.registry as { bookmarks: Record<string, BookmarkEntry> };
  for (const [id, entry] of Object.entries(bookmarks)) places.set(id, `bookmark ${entry.name}`);
  const styles = (doc.attrs.styles as StyleSheet).own ?? {};
  const strip = (value: unknown, key = ""): unknown => {
    if (Array.isArray(value)) return value.map((one) => strip(one));
    if (typeof value === "object" && value !== null) {
      const entries = Object.entries(value as Record<string, unknown>);
      return Object.fromEntries(
        entries.filter(([name]) => name !== "was").map(([name, inner]) => [name, strip(inner, name)]),
      );
    }
    if (key === "style") return value === null ? null : styles[value as string]?.name;
    if (key === "id") return typeof value === "string" ? (places.get(value) ?? "nowhere") : null;
    return value;
  };
  return (doc.toJSON() as { content: { attrs?: { id?: string } }[] }).content.map((block) => strip(block));
}
