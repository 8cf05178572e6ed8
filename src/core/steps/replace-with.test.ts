import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Transform } from "prosemirror-transform";
import { anyDocument } from "#tests/arbitrary-document";
import { heading, list, paragraph } from "#tests/editing";
import { bookmarkEntry, createDocument, newId, schema } from "@/core/document";
import { replaceWith, RegistryStep } from "@/core/steps";
import { runs } from "#tests/runs";

const doc = createDocument([heading(1, "one"), paragraph("two words"), list("three"), paragraph("four")]);

/** How a document becomes another, and what it takes. */
function becoming(from = doc, to = doc): Transform {
  const tr = replaceWith(new Transform(from), to);
  expect(tr.doc.eq(to)).toBe(true);
  tr.doc.check();
  return tr;
}

describe("a document becomes another version of itself", () => {
  test("whatever the two are", () => {
    fc.assert(
      fc.property(anyDocument, anyDocument, (one, other) => {
        becoming(one, other);
      }),
      { numRuns: runs(60) },
    );
  });

  test("by nothing where they are the same", () => {
    expect(becoming().steps).toHaveLength(0);
  });

  test("by the letters that differ, so that places in all others stay", () => {
    const later = new Transform(doc).insert(9, schema.text("more ")).doc;
    const tr = becoming(later, doc);
    expect(tr.steps).toHaveLength(1);
    expect(tr.steps[0]).toMatchObject({ from: 9, to: 14 });
    // A caret behind the words and one in another block go along.
    expect(tr.mapping.map(20)).toBe(15);
  });

  test("where repeated letters make it unclear which of them are new", () => {
    const before = createDocument([paragraph("aaa")]);
    const after = new Transform(before).insert(2, schema.text("aa")).doc;
    becoming(before, after);
    becoming(after, before);
  });

  test("with blocks that came, went, moved or are of another kind", () => {
    const later = new Transform(doc)
      .delete(0, 5)
      .insert(0, paragraph("new"))
      .setNodeMarkup(5, schema.nodes.heading, { ...doc.child(1).attrs, level: 2 }).doc;
    becoming(later, doc);
    becoming(doc, later);
  });

  test("with its title, its rules and its registry", () => {
    const id = newId();
    const later = new Transform(doc)
      .setDocAttribute("title", "Later")
      .setDocAttribute("returns", { levels: [1], words: "" })
      .step(new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("range", "Name") }))
      .step(new RegistryStep({ part: "anchors", entries: { [id]: { anchor: "name", aliases: [] } } })).doc;
    expect(becoming(doc, later).steps).toHaveLength(4);
    expect(becoming(later, doc).steps).toHaveLength(4);
  });
});
