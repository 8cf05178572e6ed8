import type { Computed } from "@/core/compute";
import { describe, expect, test } from "@jest/globals";
import { EditorState, type Transaction } from "prosemirror-state";
import { Decoration, DecorationSet, type DecorationSource } from "prosemirror-view";
import { Transform } from "prosemirror-transform";
import { heading, paragraph } from "#tests/editing";
import { indexDocument } from "@/core/index";
import { createDocument, schema, type DestinationId } from "@/core/document";
import { followLinks } from "@/core/links";
import { addBookmark } from "../commands/bookmarks";
import { DocumentChange } from "../parts/document-change";
import { ChunkLayout } from "./chunk-layout";
import { DocumentDecorations } from "./document-decorations";
import type { BlockDecoration } from "../plugins/block-decoration";
import { ChunkDecorations } from "./chunk-decorations";

const link = schema.text("a link", [
  schema.marks.link.create({ target: { kind: "destination", id: "nowhere" as DestinationId } }),
]);
const first = new Transform(
  createDocument(
    [
      heading(1, "One"),
      paragraph("some words"),
      schema.nodes.paragraph.create(null, [schema.text("see "), link]),
      heading(1, "Two"),
      ...Array.from({ length: 200 }, (_, i) => paragraph(`words ${i}`)),
    ],
    { title: "T" },
  ),
).setDocAttribute("returns", { levels: [1], words: "" }).doc;

const NONE: ReadonlyMap<string, Computed> = new Map();

/** A document with its signs, followed through changes as the manuscript does it. */
class Followed {
  state = EditorState.create({ doc: first });
  index = indexDocument(first);
  decorations = DocumentDecorations.of(
    this.index,
    { broken: followLinks(this.index).broken, pages: null, computed: NONE },
    () => {},
  );

  do(tr: Transaction): this {
    const before = this.state.doc;
    this.state = this.state.apply(tr);
    this.index = indexDocument(this.state.doc, this.index);
    const known = this.decorations["broken"];
    const broken = followLinks(this.index).broken;
    const same = [...broken.keys()].join() === [...known.keys()].join();
    this.decorations = this.decorations.after(
      this.index,
      { broken: same ? known : broken, pages: null, computed: NONE },
      new DocumentChange(before, this.state.doc),
    );
    return this;
  }

  keys(block: number): string[] {
    return this.decorations.of(this.state.doc.child(block)).map((sign) => sign.key.split(" ")[0]!);
  }
}

describe("the signs of a document", () => {
  test("stand on their blocks: gates, broken links, return links after sections", () => {
    const one = new Followed();
    expect([0, 1, 2, 3].map((i) => one.keys(i))).toEqual([[], [], ["broken", "return"], []]);
    expect(one.keys(203)).toEqual(["return"]);
    const tr = one.state.tr;
    addBookmark(tr, 7, 11, "Spot");
    one.do(tr);
    expect(one.keys(1)).toEqual(["gate"]);
  });

  test("are the same object while only words change, so that nothing is drawn for them", () => {
    const one = new Followed();
    const { decorations } = one;
    expect(one.do(one.state.tr.insertText("more ", 8)).decorations).toBe(decorations);
    expect(one.do(one.state.tr.insertText("Title ", 1)).decorations).toBe(decorations);
  });

  test("follow what moves a section's end, takes a link away, or changes the rule", () => {
    const one = new Followed();
    const at = first.child(0).nodeSize + first.child(1).nodeSize + first.child(2).nodeSize;
    one.do(one.state.tr.insert(at, paragraph("new last")));
    expect([2, 3].map((i) => one.keys(i))).toEqual([["broken"], ["return"]]);
    one.do(one.state.tr.delete(at - 7, at - 1));
    expect(one.keys(2)).toEqual([]);
    one.do(one.state.tr.setDocAttribute("returns", { levels: [], words: "" }));
    expect(one.keys(3)).toEqual([]);
  });
});

describe("signs as they are drawn", () => {
  const setOf = (source: DecorationSource, layout: ChunkLayout, i: number) =>
    source
      .forChild(0, layout.drawn.child(0))
      .forChild(layout.drawnStartOf(i), layout.chunk(i)) as DecorationSet;
  test("are kept by chunk, and made again only where something differs", () => {
    const one = new Followed();
    const drawn = new ChunkDecorations();
    const layout = ChunkLayout.of(one.state.doc);
    const before = drawn.of(layout, one.decorations, []);
    expect(setOf(before, layout, 0).find().length).toBe(2);
    expect(setOf(before, layout, 1)).toBe(DecorationSet.empty);
    const again = drawn.of(layout, one.decorations, []);
    expect(setOf(again, layout, 0)).toBe(setOf(before, layout, 0));
    one.do(one.state.tr.setDocAttribute("returns", { levels: [], words: "" }));
    expect(setOf(drawn.of(layout, one.decorations, []), layout, 0).find().length).toBe(1);
  });

  test("that span chunks are on each of them, and on none that is not drawn", () => {
    const one = new Followed();
    const layout = ChunkLayout.of(one.state.doc, (start) => start < 30);
    const held: BlockDecoration = {
      key: "held",
      from: layout.startOf(1) - 5,
      to: layout.startOf(2) + 5,
      draw: (from, to) => Decoration.inline(from, to, { class: "held" }),
    };
    const drawn = new ChunkDecorations().of(layout, one.decorations, [held]);
    const pieces = [0, 1, 2].map((i) =>
      setOf(drawn, layout, i)
        .find()
        .filter(
          (it) => (it as unknown as { type: { attrs: { class?: string } } }).type.attrs?.class === "held",
        )
        .map(({ from, to }) => [from, to]),
    );
    const size = (i: number) => layout.chunk(i).content.size;
    expect(pieces).toEqual([[[size(0) - 5, size(0)]], [[0, size(1)]], []]);
  });
});
