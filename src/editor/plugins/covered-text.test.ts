import { describe, expect, test } from "@jest/globals";
import { joinBackward } from "prosemirror-commands";
import { redo, undo } from "prosemirror-history";
import { TextSelection } from "prosemirror-state";
import { lettersOf } from "#tests/authors";
import { Desk, heading, list, paragraph } from "#tests/editing";
import { addBookmark } from "../commands/bookmarks";
import { splitBlockWithId } from "../commands/blocks";
import { coveredText } from "./covered-text";
import { undoHistory } from "./undo-history";

/** A desk on which a bookmark stands from “two” to “four”. */
function marked(): { desk: Desk; covered: () => string } {
  const desk = new Desk(
    [paragraph("one"), paragraph("two"), heading(2, "three"), list("four", "five"), paragraph("six")],
    [...undoHistory(), coveredText()],
  );
  desk.select("two");
  const { from } = desk.state.selection;
  desk.select("four");
  const tr = desk.state.tr;
  const id = addBookmark(tr, from, desk.state.selection.to, "From two to four");
  desk.dispatch(tr);
  return { desk, covered: () => lettersOf(desk.doc, id) };
}

/** Puts the caret after words and types there, letter by letter. */
function typeAfter(desk: Desk, words: string, text: string): void {
  desk.select(words);
  const { to } = desk.state.selection;
  desk.dispatch(desk.state.tr.setSelection(TextSelection.create(desk.doc, to)));
  for (const letter of text) desk.dispatch(desk.state.tr.insertText(letter));
}

describe("a bookmark over several blocks covers what is typed", () => {
  test("at the end of a block within it", () => {
    const { desk, covered } = marked();
    typeAfter(desk, "two", "+ok");
    expect(covered()).toBe("two+okthreefour");
  });

  test("at the beginning of a block within it", () => {
    const { desk, covered } = marked();
    desk.select("three", { empty: true });
    desk.dispatch(desk.state.tr.insertText("now "));
    expect(covered()).toBe("twonow threefour");
  });

  test("in a new line between, and one undo takes back what was typed", () => {
    const { desk, covered } = marked();
    typeAfter(desk, "three", "");
    desk.run(splitBlockWithId);
    desk.dispatch(desk.state.tr.insertText("new"));
    expect(covered()).toBe("twothreenewfour");
    desk.run(undo);
    expect(covered()).toBe("twothreefour");
    desk.run(redo);
    expect(covered()).toBe("twothreenewfour");
  });

  test("but not before its first letter, after its last, or where it never was", () => {
    const { desk, covered } = marked();
    desk.select("two", { empty: true });
    desk.dispatch(desk.state.tr.insertText("before "));
    typeAfter(desk, "four", " after");
    typeAfter(desk, "one", " more");
    typeAfter(desk, "six", " more");
    expect(covered()).toBe("twothreefour");
  });

  test("not what joins blocks, and nothing is taken for text that is none", () => {
    const { desk, covered } = marked();
    desk.select("three", { empty: true });
    desk.run(joinBackward);
    expect(covered()).toBe("twothreefour");
    typeAfter(desk, "five", "");
    desk.dispatch(desk.state.tr.split(desk.state.selection.from, 2));
    expect(covered()).toBe("twothreefour");
  });
});
