import { describe, expect, test } from "@jest/globals";
import { createDocument, schema, type CaptionRule, type Numbering, type Series } from "@/core/document";
import { StyleStep } from "@/core/steps";
import { counted, indexDocument, styleOf } from ".";

const { nodes } = schema;
const heading = (level: number, text: string, series: Series = null) =>
  nodes.heading.create({ level, series }, schema.text(text));
const figure = () => nodes.figure.create({ alt: "x" });

function indexed(
  blocks: Parameters<typeof createDocument>[0],
  numberings: Numbering[],
  captions?: Partial<CaptionRule>,
) {
  let doc = createDocument(blocks);
  numberings.forEach((numbering, i) => {
    doc = new StyleStep({ style: styleOf(i + 1), look: { numbering } }).apply(doc).doc!;
  });
  if (captions) doc = new StyleStep({ captions }).apply(doc).doc!;
  return indexDocument(doc);
}

function numbersOf(...of: Parameters<typeof indexed>): string[] {
  const index = indexed(...of);
  return index.headings.map(({ id, name }) => `${index.numbers.get(id) ?? ""} ${name}`.trim());
}

describe("the numbers of headings", () => {
  const blocks = [
    heading(1, "Hill"), heading(2, "Road"), heading(2, "Gate"), heading(3, "Key"),
    heading(1, "Thanks", "none"), heading(2, "Names"),
    heading(1, "Dome"), heading(3, "Deep"), heading(2, "Slit"),
    heading(1, "Words", "appendix"), heading(2, "A to M"), heading(1, "Forms", "appendix"),
  ]; // prettier-ignore

  test("follow the structure, pass over what is not numbered, and count appendices by themselves", () => {
    expect(numbersOf(blocks, ["decimal", "decimal", "decimal"])).toEqual([
      "1 Hill", "1.1 Road", "1.2 Gate", "1.2.1 Key", "Thanks", "1 Names",
      "2 Dome", "2.1 Deep", "2.1 Slit", "Appendix A Words", "A.1 A to M", "Appendix B Forms",
    ]); // prettier-ignore
  });

  test("may be letters or Roman, and of some levels only", () => {
    expect(numbersOf(blocks.slice(0, 4), ["roman", "letters", "none"])).toEqual([
      "I Hill", "I.A Road", "I.B Gate", "Key",
    ]); // prettier-ignore
    expect(numbersOf(blocks.slice(0, 4), ["none", "decimal"])).toEqual(["Hill", "1 Road", "2 Gate", "Key"]);
  });

  test("are not there unless a style asks for them", () => {
    expect(indexDocument(createDocument(blocks.slice(0, 9))).numbers.size).toBe(0);
  });
});

test.each<[number, Numbering, string]>([
  [26, "letters", "Z"],
  [27, "letters", "AA"],
  [703, "letters", "AAA"],
  [4, "roman", "IV"],
  [1994, "roman", "MCMXCIV"],
])("%i in %s is %s", (count, numbering, written) => {
  expect(counted(count, numbering)).toBe(written);
});

describe("the labels of captions", () => {
  const blocks = [
    heading(1, "One"), figure(), figure(), nodes.equation.create({ tex: "x" }),
    heading(1, "Two"), figure(), heading(1, "Maps", "appendix"), figure(),
  ]; // prettier-ignore
  const labels = (...of: Parameters<typeof indexed>) => [...indexed(...of).captions.values()];

  test("count each kind through the document, or by chapter", () => {
    expect(labels(blocks, [])).toEqual(["Figure 1", "Figure 2", "1", "Figure 3", "Figure 4"]);
    expect(labels(blocks, [], { count: "chapter" })).toEqual([
      "Figure 1.1", "Figure 1.2", "1.1", "Figure 2.1", "Figure A.1",
    ]); // prettier-ignore
    expect(labels(blocks, ["letters"], { count: "chapter", figure: "Plate" })).toEqual([
      "Plate A.1", "Plate A.2", "A.1", "Plate B.1", "Plate A.1",
    ]); // prettier-ignore
    expect(labels(blocks, [], { count: "none" })).toEqual([]);
  });
});
