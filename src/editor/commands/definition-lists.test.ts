import { describe, expect, test } from "@jest/globals";
import { idOf, schema } from "@/core/document";
import { Desk, paragraph } from "#tests/editing";
import { insertBlock } from "./blocks";
import {
  backspaceInDefinitions,
  emptyDefinitionList,
  enterInDefinitions,
  leaveDefinitions,
  shiftDefinition,
} from "./definition-lists";

const { definition_list, definition, term } = schema.nodes;

const termOf = (words: string) => term.create(null, words ? schema.text(words) : []);
const definitionOf = (...paragraphs: string[]) => definition.create(null, paragraphs.map(paragraph));
const desk = (...parts: ReturnType<typeof termOf>[]) => new Desk([definition_list.create(null, parts)]);
const blocks = (it: Desk) => it.doc.content.content.map(String);

describe("a definition list", () => {
  test("is put in with the caret in its term", () => {
    const it = new Desk([paragraph("Before")]).caret(3);
    expect(it.run(insertBlock(emptyDefinitionList()))).toBe(true);
    expect(blocks(it)).toEqual([
      'paragraph("Before")',
      "definition_list(term, definition(paragraph))",
      "paragraph",
    ]);
    expect(it.state.selection.$from.parent.type).toBe(term);
  });

  test("goes on from a term to its definition, and from an empty paragraph to the next term", () => {
    const it = desk(termOf("Pin"), definitionOf("A bolt")).select("Pin");
    it.caret(it.state.selection.to);
    expect(it.run(enterInDefinitions)).toBe(true);
    expect(blocks(it)).toEqual([
      'definition_list(term("Pin"), definition(paragraph), definition(paragraph("A bolt")))',
    ]);
    expect(it.run(enterInDefinitions)).toBe(true);
    expect(blocks(it)).toEqual(['definition_list(term("Pin"), term, definition(paragraph("A bolt")))']);
    expect(it.state.selection.$from.parent.type).toBe(term);
  });

  test("takes the words behind the caret along into the definition", () => {
    const it = desk(termOf("Pin: a bolt")).select(" a bolt", { empty: true });
    expect(it.run(enterInDefinitions)).toBe(true);
    expect(blocks(it)).toEqual(['definition_list(term("Pin:"), definition(paragraph(" a bolt")))']);
  });

  test("parts paragraphs of a definition as any others", () => {
    const it = desk(termOf("Pin"), definitionOf("A bolt")).select("bolt", { empty: true });
    expect(it.run(enterInDefinitions)).toBe(false);
  });

  test("is left by Enter in an empty term, and what is behind it stays a list", () => {
    const it = desk(termOf("Pin"), definitionOf("A bolt"), termOf(""), termOf("Gate"));
    const id = idOf(it.doc.child(0));
    it.caret(it.doc.child(0).content.size - 6);
    expect(it.state.selection.$from.parent.content.size).toBe(0);
    expect(it.run(enterInDefinitions)).toBe(true);
    expect(blocks(it)).toEqual([
      'definition_list(term("Pin"), definition(paragraph("A bolt")))',
      "paragraph",
      'definition_list(term("Gate"))',
    ]);
    expect(idOf(it.doc.child(0))).toBe(id);
    expect(new Set(it.doc.content.content.map(idOf)).size).toBe(3);
  });

  test("is left with its words by Backspace at their beginning; its id stays with what is left of it", () => {
    const it = desk(termOf("Pin"), definitionOf("A bolt", "of iron")).select("A bolt", { empty: true });
    expect(it.run(backspaceInDefinitions)).toBe(true);
    expect(blocks(it)).toEqual([
      'definition_list(term("Pin"))',
      'paragraph("A bolt")',
      'paragraph("of iron")',
    ]);
    const alone = desk(termOf("Pin")).select("Pin", { empty: true });
    const id = idOf(alone.doc.child(0));
    expect(alone.run(leaveDefinitions)).toBe(true);
    expect(blocks(alone)).toEqual(['paragraph("Pin")']);
    expect(idOf(alone.doc.child(0))).toBe(id);
  });

  test("makes a definition of a term and a term of a definition", () => {
    const it = desk(termOf("Pin"), termOf("A bolt")).select("bolt", { empty: true });
    expect(it.run(shiftDefinition(1))).toBe(true);
    expect(blocks(it)).toEqual(['definition_list(term("Pin"), definition(paragraph("A bolt")))']);
    expect(it.run(shiftDefinition(-1))).toBe(true);
    expect(blocks(it)).toEqual(['definition_list(term("Pin"), term("A bolt"))']);
  });
});
