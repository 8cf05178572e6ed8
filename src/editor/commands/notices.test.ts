import { describe, expect, test } from "@jest/globals";
import { idOf } from "@/core/document";
import { Desk, heading, list, noticeOf, paragraph } from "#tests/editing";
import { backspaceInNotice, enterInNotice, makeNotice, withoutNotice } from "./notices";

const blocks = (it: Desk) => it.doc.content.content.map(String);
const kindOf = (it: Desk) => it.doc.child(0).attrs.kind as string;

describe("a notice", () => {
  test("is made of the chosen blocks, whose ids stay theirs to give, and takes another kind", () => {
    const it = new Desk([paragraph("One"), list("two")]).select("One");
    it.dispatch(it.state.tr.setSelection(it.select("two").state.selection));
    it.select("One");
    expect(it.run(makeNotice("warning"))).toBe(true);
    expect(blocks(it)[0]).toBe('notice(notice_title, paragraph("One"))');
    expect(kindOf(it)).toBe("warning");
    const id = idOf(it.doc.child(0));
    expect(id).not.toBeNull();
    expect(it.state.doc.textBetween(it.state.selection.from, it.state.selection.to)).toBe("One");
    expect(it.run(makeNotice("danger"))).toBe(true);
    expect(kindOf(it)).toBe("danger");
    expect(idOf(it.doc.child(0))).toBe(id);
    expect(it.run(makeNotice("danger"))).toBe(false);
  });

  test("is made of the list whose item has the caret, and of no heading", () => {
    const it = new Desk([list("one")]).select("one");
    expect(it.run(makeNotice("tip"))).toBe(true);
    expect(blocks(it)).toEqual(['notice(notice_title, bullet_list(list_item(paragraph("one"))))']);
    const titled = new Desk([heading(1, "One")]).select("One");
    expect(titled.run(makeNotice("tip"))).toBe(false);
  });

  test("goes on from its title to what it says, with the words behind the caret", () => {
    const it = new Desk([noticeOf("note", "At night", "Look up.")]).select(" night", { empty: true });
    expect(it.run(enterInNotice)).toBe(true);
    expect(blocks(it)).toEqual(['notice(notice_title("At"), paragraph(" night"), paragraph("Look up."))']);
    expect(it.state.selection.$from.parent.textContent).toBe(" night");
  });

  test("is left by Enter in an empty paragraph at its end", () => {
    const it = new Desk([noticeOf("note", "", "Look up.", "")]);
    it.caret(it.doc.child(0).nodeSize - 2);
    expect(it.run(enterInNotice)).toBe(true);
    expect(blocks(it)).toEqual(['notice(notice_title, paragraph("Look up."))', "paragraph"]);
    expect(it.state.selection.$from.depth).toBe(1);
    expect(idOf(it.doc.child(1))).not.toBeNull();
  });

  test("that says nothing is taken off by that", () => {
    const it = new Desk([noticeOf("note", "", "")]);
    it.caret(it.doc.child(0).nodeSize - 2);
    expect(it.run(enterInNotice)).toBe(true);
    expect(blocks(it)).toEqual(["paragraph"]);
  });

  test("is taken off by Backspace at its beginning, and its words stay with its id", () => {
    const it = new Desk([noticeOf("tip", "At night", "Look up.")]).select("At night", { empty: true });
    const id = idOf(it.doc.child(0));
    expect(it.run(backspaceInNotice)).toBe(true);
    expect(blocks(it)).toEqual(['paragraph("At night")', 'paragraph("Look up.")']);
    expect(idOf(it.doc.child(0))).toBe(id);
    const plain = new Desk([noticeOf("tip", "", "Look up.")]).select("Look up.", { empty: true });
    expect(plain.run(backspaceInNotice)).toBe(true);
    expect(plain.state.selection.$from.parentOffset).toBe(0);
    expect(blocks(plain)).toEqual(['paragraph("Look up.")']);
    const within = new Desk([noticeOf("tip", "At night", "Look up.")]).select("Look up.", { empty: true });
    expect(within.run(backspaceInNotice)).toBe(false);
    within.dispatch(withoutNotice(within.state.tr, 0));
    expect(blocks(within)).toEqual(['paragraph("At night")', 'paragraph("Look up.")']);
  });
});
