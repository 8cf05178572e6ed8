import { describe, expect, test } from "@jest/globals";
import { EditorState } from "prosemirror-state";
import { Transform } from "prosemirror-transform";
import { readText } from "#tests/reading";
import { resolveLinks } from "@/core/links";
import { bookmarkEntry, idOf, newId, schema, settingsOf } from "@/core/document";
import { replaceWith, RegistryStep } from "@/core/steps";
import { indexDocument, updatedFrom } from ".";

const BEFORE = `# Harbour

The rope lies at the edge of the basin.

## Knots

A bowline holds. See [the tides](#tides).

- one
- two

## Tides

Twice a day the water rises.
`;

function docOf(markdown: string) {
  return readText("harbour.md", markdown).doc;
}

function updated(doc: ReturnType<typeof docOf>, markdown: string) {
  const target = updatedFrom(indexDocument(doc), indexDocument(docOf(markdown)));
  target.check();
  expect(new Set(target.content.content.map(idOf)).size).toBe(target.childCount);
  // The steps lead there as well.
  const by = replaceWith(new Transform(doc), target).doc;
  expect(by.eq(target)).toBe(true);
  return target;
}

const wordsOf = (doc: ReturnType<typeof docOf>) => doc.content.content.map((block) => block.textContent);

describe("a document that is updated from a newer version of its file", () => {
  test("the same file changes nothing", () => {
    const doc = docOf(BEFORE);
    expect(updated(doc, BEFORE).eq(doc)).toBe(true);
  });

  test("what changed has the words of the file and the id it had, also a heading with another title", () => {
    const doc = docOf(BEFORE);
    const after = updated(
      doc,
      BEFORE.replace("lies at the edge", "lies now on the edge")
        .replace("## Tides", "## Tides and currents {#tides}")
        .replace("A bowline holds.", "A bowline always holds."),
    );
    expect(wordsOf(after)[1]).toBe("The rope lies now on the edge of the basin.");
    expect(after.content.content.map(idOf)).toEqual(doc.content.content.map(idOf));
    expect(resolveLinks(indexDocument(after)).map(({ lands }) => lands)).toEqual([true]);
  });

  test("new blocks come, blocks that are gone go, and links of the file lead to where they stand here", () => {
    const doc = docOf(BEFORE);
    const after = updated(doc, BEFORE.replace("- one\n- two\n", "See [the beginning](#harbour) again.\n"));
    expect(wordsOf(after)).toContain("See the beginning again.");
    expect(wordsOf(after)).not.toContain("onetwo");
    const links = resolveLinks(indexDocument(after));
    expect(links.map(({ lands }) => lands)).toEqual([true, true]);
  });

  test("bookmarks, lists and looks that authors added stay; bookmarks whose words are gone can be placed again", () => {
    let state = EditorState.create({ doc: docOf(BEFORE), schema });
    const [kept, lost] = [newId(), newId()];
    const tr = state.tr;
    for (const [id, words] of [
      [kept, "rope"],
      [lost, "bowline"],
    ] as const) {
      tr.doc.descendants((node, pos) => {
        const at = node.isText ? node.text!.indexOf(words) : -1;
        if (at >= 0) tr.addMark(pos + at, pos + at + words.length, schema.marks.bookmark.create({ id }));
      });
      tr.step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", words) }));
    }
    tr.insert(tr.doc.child(0).nodeSize, schema.nodes.contents_list.create({ id: newId() }));
    state = state.apply(tr);
    const after = updated(
      state.doc,
      BEFORE.replace("A bowline holds.", "Nothing of it stayed, all is said otherwise now."),
    );
    const index = indexDocument(after);
    expect(index.bookmarks.map(({ name }) => name)).toEqual(["rope"]);
    expect(index.lostBookmarks).toEqual([lost]);
    expect(index.contentsLists).toHaveLength(1);
    expect(settingsOf(after).registry.bookmarks[lost]).toBeDefined();
  });
});
