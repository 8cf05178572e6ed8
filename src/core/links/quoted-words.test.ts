import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { createDocument, schema, type WordsTarget } from "@/core/document";
import { indexDocument } from "@/core/index";
import { findQuoted, follow, quote, wordsSought } from ".";

const doc = createDocument([
  heading(1, "The dome"),
  paragraph("Close the slit before rain. The slit is closed by hand."),
  list("Rope", "Close the slit before rain, always."),
  paragraph("Nothing more."),
]);
const index = indexDocument(doc);
const textOf = (on: typeof index, target: WordsTarget) => {
  const found = findQuoted(on, target);
  return found && on.doc.textBetween(found.pos, found.end);
};
/** The nth place of some words, quoted. */
const quoted = (words: string, nth = 0) => wordsSought(index, `"${words}`)[nth]!.target;

describe("quoted words", () => {
  test("are found where they stand, told apart by what stands around them", () => {
    const [first, second] = wordsSought(index, "“close the slit before rain”");
    expect([first!.target.after, second!.target.after]).toEqual([
      ". The slit is closed by hand.",
      ", always.",
    ]);
    expect(findQuoted(index, first!.target)).toMatchObject({ pos: first!.from, end: first!.to, block: 1 });
    expect(findQuoted(index, second!.target)).toMatchObject({ pos: second!.from, end: second!.to, block: 2 });
  });

  test("are quoted from a stretch, and not over the border of a text or over nothing", () => {
    const at = 12 + "Close the ".length;
    expect(quote(index, at - 1, at + 3)).toMatchObject({ kind: "words", exact: "slit" });
    expect(quote(index, 5, 30)).toBeNull();
    expect(quote(index, at, at)).toBeNull();
  });

  test("only what is typed in quotation marks is looked for", () => {
    expect(wordsSought(index, "slit")).toEqual([]);
    expect(wordsSought(index, '"')).toEqual([]);
    expect(wordsSought(index, "„slit").map(({ from }) => from)).toHaveLength(3);
    expect(wordsSought(index, '"nowhere')).toEqual([]);
  });

  test("are found again after edits, also where they were changed, until what stood around is gone as well", () => {
    const desk = new Desk(doc.content.content);
    const target = quoted("slit is closed by");
    desk.select("Nothing").dispatch(desk.state.tr.insertText("Something"));
    desk.dispatch(desk.state.tr.insert(0, paragraph("Put before all.")));
    expect(textOf(desk.index, target)).toBe("slit is closed by");
    desk.select("is closed").dispatch(desk.state.tr.insertText("was shut"));
    expect(textOf(desk.index, target)).toBe("slit was shut by");
    desk.select("hand").dispatch(desk.state.tr.insertText("a motor"));
    expect(follow(target, desk.index)).toEqual({
      lands: false,
      why: "The words “slit is closed by” are no longer there.",
    });
  });

  test("stay the same place whatever is written elsewhere", () => {
    const target = quoted("Close the slit before rain", 1);
    const words = fc.constantFrom("Close the slit before rain", "rain", "x", "The slit is closed by hand.");
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), words), { maxLength: 12 }), (changes) => {
        const desk = new Desk(doc.content.content);
        for (const [first, text] of changes) {
          const pos = first ? 0 : desk.doc.content.size;
          desk.dispatch(desk.state.tr.insert(pos, paragraph(text)));
        }
        const found = findQuoted(desk.index, target)!;
        expect(desk.doc.resolve(found.pos).node(-1).type.name).toBe("list_item");
        expect(found.name).toBe("Close the slit before rain");
      }),
    );
  });

  test("of a text of 10,000 signs, in a note and beside what is no text", () => {
    const long = "word ".repeat(2_000);
    const note = schema.nodes.note.create({ id: "n1" }, schema.text("said in a note"));
    const whole = indexDocument(
      createDocument([
        schema.nodes.paragraph.create(null, [schema.text(long), note, schema.text(" after it")]),
      ]),
    );
    expect(textOf(whole, wordsSought(whole, '"said in a')[0]!.target)).toBe("said in a");
    expect(textOf(whole, wordsSought(whole, '"after')[0]!.target)).toBe("after");
  });
});
