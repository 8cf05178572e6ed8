import { describe, expect, test } from "@jest/globals";
import { readFile } from "@/core/formats";
import { indexDocument } from "@/core/index";
import { FIRST_SHEET, schema, type StyleSheet } from "@/core/document";
import { mentionsIn, type MentionedPages } from ".";

function index(markdown: string, { numbered = true } = {}) {
  const read = readFile("a.md", new TextEncoder().encode(markdown));
  if (!read.ok) throw new Error(read.error.reason);
  const { doc } = read.manuscript;
  const numbering = numbered ? ("decimal" as const) : ("none" as const);
  const styles = Object.fromEntries(
    Object.entries(FIRST_SHEET.styles).map(([name, look]) => [
      name,
      name.startsWith("heading") ? { ...look, numbering } : look,
    ]),
  ) as StyleSheet["styles"];
  return indexDocument(
    schema.nodes.doc.create({ ...doc.attrs, styles: { ...FIRST_SHEET, styles } }, doc.content),
  );
}

const TEXT = (words: string) => `# The dome

${words}

## Opening it

| Part | Load |
|---|---|
| Hand | 12 |

Table: What it bears

# Closing

$$
x
$$
`;
const told = (words: string, how?: { numbered?: boolean }, pages: MentionedPages | null = null) =>
  mentionsIn(index(TEXT(words), how), pages).map(
    ({ text, meant, why }) => `${text} → ${meant ? meant.name || meant.kind : why}`,
  );

/** Two pages: the second begins with “Closing”. */
const twoPages = (starts: number[]): MentionedPages => ({
  starts,
  labels: { page: (label) => ({ "1": 0, "2": 1 })[label] ?? null },
  labelAt: (pos) => (pos < starts[1]! ? "1" : "2"),
  pageAt: () => 0,
});

const pagesOf = (words: string) => twoPages([0, index(TEXT(words)).headings[2]!.pos]);

describe("places that are spoken of without a link", () => {
  test.each<[string, string[]]>([
    ["see section 1.1 for it", ["section 1.1 → Opening it"]],
    ["as Chapter 2 says", ["Chapter 2 → Closing"]],
    ["Table 1.6. The umask value examples", []],
    ["Table 1: What it bears", []],
    ["Table 1. That is all", []],
    ["Table 1 says so", ["Table 1 → What it bears"]],
    ["see chapters 1 to 2", ["chapters 1 → The dome", "2 → Closing"]],
    [
      "sections 1.1, 2 and 7",
      ["sections 1.1 → Opening it", "2 → Closing", "7 → There is no section 7 here."],
    ],
    ["Abschnitte 1 und 2", ["Abschnitte 1 → The dome", "2 → Closing"]],
    ["in section 2, 12 men", ["section 2 → Closing"]],
    ["(Section 7.3)", ["Section 7.3 → There is no Section 7.3 here."]],
    ["§ 2 and §1.1", ["§ 2 → Closing", "§1.1 → Opening it"]],
    ["Table 1 and table 2", ["Table 1 → What it bears", "table 2 → There is no table 2 here."]],
    ["by eq. (1)", ["eq. (1) → equation"]],
    [
      "Abschnitt 2, Tabelle 1, Abb. 4",
      ["Abschnitt 2 → Closing", "Tabelle 1 → What it bears", "Abb. 4 → There is no Abb. 4 here."],
    ],
    ["see chapter Closing.", ["chapter Closing → Closing"]],
    ["see section “Opening it”", ["section “Opening it” → Opening it"]],
    ["see section closings", []],
    ["a table 2 metres wide, 3 % of figures", ["table 2 → There is no table 2 here."]],
    ["[section 2](#closing) and `section 2`", []],
    ["the intersection 2 and tabled 1", []],
  ])("%s", (words, mentions) => expect(told(words)).toEqual(mentions));

  test.each<[string, string | null]>([
    ["Section 1.1", "Section {number}"],
    ["chapters 1", "chapters {number}"],
    ["eq. (1)", "eq. ({number})"],
    ["Table 1", "Table {number}"],
    ["page 2", "page {pagenumber}"],
    ["chapter Closing", null],
    ["section 7", null],
  ])("and what says the same as “%s” and stays current", (words, form) => {
    expect(mentionsIn(index(TEXT(words)), pagesOf(words)).map((one) => one.form)).toEqual([form]);
  });

  test("by their place in the structure where headings show no numbers", () => {
    expect(told("see section 1.1 and 2", { numbered: false })).toEqual(["section 1.1 → Opening it"]);
  });

  test("by page, once the pages are laid out", () => {
    expect(told("on page 2")).toEqual(["page 2 → The pages are being laid out."]);
    const words = "on page 2, or page 9";
    expect(told(words, {}, pagesOf(words))).toEqual([
      "page 2 → Closing",
      "page 9 → There is no page 9 here.",
    ]);
  });

  test("where exactly the words stand, in lists and tables too", () => {
    const one = index("# A\n\n- first\n- see section 1 there\n\n| x | y |\n|---|---|\n| a | section 1 |\n");
    const found = mentionsIn(one);
    expect(found.map(({ from, to }) => one.doc.textBetween(from, to))).toEqual(["section 1", "section 1"]);
    expect(found.map(({ meant }) => meant?.name)).toEqual(["A", "A"]);
  });
});
