import { describe, expect, test } from "@jest/globals";
import { EditorState, TextSelection } from "prosemirror-state";
import { createDocument, schema, withSettings } from "@/core/document";
import { permanentIds } from "../plugins/permanent-ids";
import { undoHistory } from "../plugins/undo-history";
import { takeBackAid, typedBy, typingAid, typingAids } from "./typing-aids";

const { nodes } = schema;

/** Types letter by letter into the last block, each helped along as in a window. */
function typed(text: string, { language = "en", begin = "" } = {}) {
  const doc = withSettings(createDocument([nodes.paragraph.create(null, begin ? schema.text(begin) : [])]), {
    language,
  });
  let state = EditorState.create({ doc, plugins: [...undoHistory(), permanentIds(), typingAids()] });
  state = state.apply(state.tr.setSelection(TextSelection.atEnd(doc)));
  for (const letter of text) {
    const tr = state.tr.insertText(letter);
    expect(typedBy(tr)).toBe(letter);
    state = state.apply(tr);
    const aid = typingAid(state, letter);
    if (aid) state = state.apply(aid);
  }
  return {
    said: state.doc.toString(),
    back: () => {
      let after = state;
      const done = takeBackAid(state, (tr) => (after = state.apply(tr)));
      return done ? after.doc.toString() : null;
    },
  };
}

describe("what is typed at the beginning of a line makes of it", () => {
  test.each([
    ["## Two", 'doc(heading("Two"))'],
    ["- one", 'doc(bullet_list(list_item(paragraph("one"))))'],
    ["* one", 'doc(bullet_list(list_item(paragraph("one"))))'],
    ["1. one", 'doc(ordered_list(list_item(paragraph("one"))))'],
    ["> said", 'doc(quotation(paragraph("said")))'],
    ["```let", 'doc(code_block("let"))'],
    ["---", "doc(rule, paragraph)"],
    ["####### deep", 'doc(paragraph("####### deep"))'],
    ["a # b - c", 'doc(paragraph("a # b - c"))'],
    ["#no", 'doc(paragraph("#no"))'],
  ])("%s", (text, said) => {
    expect(typed(text).said).toBe(said);
  });

  test("and Backspace takes that back, as long as nothing else was done", () => {
    expect(typed("## ").back()).toBe('doc(paragraph("## "))');
    expect(typed("- ").back()).toBe('doc(paragraph("- "))');
    expect(typed("> ").back()).toBe('doc(paragraph("> "))');
    expect(typed("## a").back()).toBeNull();
    expect(typed('say "').back()).toBe('doc(paragraph("say \\""))');
  });
});

describe("quotation marks and dashes", () => {
  test.each([
    ["en", `He said "it's 'so'" -- yes`, "He said “it’s ‘so’” – yes"],
    ["de", `Er sagt "ja, 'so'" (und "mehr")`, "Er sagt „ja, ‚so‘“ (und „mehr“)"],
    ["fr", `Il dit "oui"`, "Il dit «\u00a0oui\u00a0»"],
    ["sv-FI", `Han sa "ja"`, "Han sa ”ja”"],
    ["xx", `"a"--b ---- c`, "“a”--b ---- c"],
  ])("are those of the language: %s", (language, text, said) => {
    expect(typed(text, { language }).said).toBe(`doc(paragraph("${said}"))`);
  });

  test("stay as they are in code", () => {
    expect(typed('```"a" -- ').said).toBe('doc(code_block("\\"a\\" -- "))');
  });
});
