import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { redo, undo, undoDepth } from "prosemirror-history";
import type { Node } from "prosemirror-model";
import type { EditorState } from "prosemirror-state";
import { Author, EDITS, Letters, plain, type Edit } from "#tests/authors";
import { heading, list, paragraph } from "#tests/editing";
import { createDocument } from "@/core/document";
import type { SentSteps } from "@/core/collab";
import { runs } from "#tests/runs";

const edit: fc.Arbitrary<Edit> = fc.record({
  kind: fc.constantFrom(...EDITS.filter((kind) => kind !== "undo" && kind !== "redo")),
  at: fc.nat(5_000),
  size: fc.nat(50),
  to: fc.nat(50),
});

function firstDocument(letters: Letters): Node {
  const word = () => letters.word(6);
  return createDocument([heading(1, word()), paragraph(word()), list(word(), word()), paragraph(word())]);
}

describe("undo of one author alone", () => {
  test("gives back the very same document, and redo the one after it, though all was accepted meanwhile", () => {
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 20 }), fc.boolean(), (edits, accepted) => {
        const letters = new Letters();
        const first = firstDocument(letters);
        const one = new Author("one", first, letters);
        for (const it of edits) one.edit(it);
        if (accepted) one.take(sentBy(one));
        const last = one.state.doc;
        while (undoDepth(one.state) > 0) one.edit({ kind: "undo", at: 0, size: 0, to: 0 });
        expect(one.state.doc.eq(first)).toBe(true);
        let state: EditorState = one.state;
        while (redo(state, (tr) => (state = state.apply(tr))));
        expect(state.doc.eq(last)).toBe(true);
      }),
      { numRuns: runs(600) },
    );
  });
});

/** All that waits, as an authority that accepts it sends it back. */
function sentBy(one: Author): SentSteps {
  const { version, steps, client } = one.request();
  return { version, steps: steps.map(({ number, step }) => ({ client, number, step })) };
}

describe("own steps", () => {
  const letters = new Letters();
  const first = firstDocument(letters);
  const authors = () => ["one", "two"].map((name) => new Author(name, first, letters)) as [Author, Author];
  /** Types a letter at a place; answers it. */
  const type = (author: Author, at: number): string => {
    author.edit({ kind: "type", at, size: 0, to: 0 });
    return letters.given.at(-1)!;
  };

  test("that are accepted as they were change nothing here", () => {
    const [one] = authors();
    type(one, 1);
    const before = one.state;
    one.take(sentBy(one));
    expect(one.state).toBe(before);
    expect(one.own.waiting).toEqual([]);
    expect(one.own.version).toBe(1);
  });

  test("wait on top of what others did, and undo takes back only them", () => {
    const [one, two] = authors();
    const [mine, theirs] = [type(one, 1), type(two, 9)];
    one.take(sentBy(two));
    expect(one.state.doc.textContent).toContain(mine);
    expect(one.state.doc.textContent).toContain(theirs);
    expect(one.own.waiting).toHaveLength(1);
    undo(one.state, (tr) => (one.state = one.state.apply(tr)));
    expect(one.state.doc.textContent).not.toContain(mine);
    expect(one.state.doc.textContent).toContain(theirs);
  });

  test("are told when steps in between were missed, and pass over those seen before", () => {
    const [one, two] = authors();
    expect(one.own.misses({ version: 4, steps: [] })).toBe(true);
    type(two, 9);
    const since = sentBy(two);
    one.take(since);
    const before = one.state;
    one.take(since);
    expect(one.state).toBe(before);
    expect(one.own.version).toBe(1);
  });

  test("stay on top of a version that came about in an unknown way; those in it are not taken twice", () => {
    const [one, two] = authors();
    two.edit({ kind: "move", at: 0, size: 0, to: 2 });
    const inIt = type(one, 1);
    two.take(sentBy(one));
    const fresh = type(one, 1);
    const { tr } = one.own.rebaseOnto(two.state.doc, { version: 12, last: 1 }, one.state);
    one.state = one.state.apply(tr!);
    expect(one.own.version).toBe(12);
    expect(one.own.waiting.map((it) => it.number)).toEqual([2]);
    for (const letter of [inIt, fresh]) expect(one.state.doc.textContent.split(letter)).toHaveLength(2);
  });

  test("that will never be accepted are given up whole, and their blocks handed back", () => {
    const one = new Author("one", first, letters);
    one.edit({ kind: "type", at: 9, size: 0, to: 0 });
    const typed = letters.given.at(-1)!;
    const { tr, blocks } = one.own.giveUp(one.state);
    expect(blocks.map((block) => block.textContent).join()).toContain(typed);
    expect(plain(tr.doc)).toEqual(plain(first));
    expect(one.own.waiting).toEqual([]);
  });
});
