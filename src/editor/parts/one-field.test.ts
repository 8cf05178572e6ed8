import { expect, test } from "@jest/globals";
import { undo } from "prosemirror-history";
import { EditorState, type Transaction } from "prosemirror-state";
import { paragraph } from "#tests/editing";
import { createDocument, settingsOf } from "@/core/document";
import { OneField } from "./one-field";
import { undoHistory } from "../plugins/undo-history";

test("what is typed into a field is one step of undo, until there is a pause or another change", () => {
  let state = EditorState.create({ doc: createDocument([paragraph("text")]), plugins: undoHistory() });
  const field = new OneField();
  const dispatch = (tr: Transaction, at: number) => (state = state.apply(field.mark(tr, at)));
  const name = (title: string, at: number) => dispatch(state.tr.setDocAttribute("title", title), at);
  const title = () => settingsOf(state.doc).title;
  const back = () => undo(state, (tr) => (state = state.apply(tr)));

  name("A", 0);
  name("Ab", 200);
  name("Abc", 400);
  dispatch(state.tr.setDocAttribute("language", "de"), 500);
  name("Abcd", 600);
  name("Abcde", 3_000);
  back();
  expect(title()).toBe("Abcd");
  back();
  expect(title()).toBe("Abc");
  back();
  expect(settingsOf(state.doc).language).not.toBe("de");
  expect(title()).toBe("Abc");
  back();
  expect(title()).toBe("");
});
