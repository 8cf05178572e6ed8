import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Fragment, Slice, type Node } from "prosemirror-model";
import { AllSelection, EditorState, NodeSelection, TextSelection } from "prosemirror-state";
import { CellSelection } from "prosemirror-tables";
import { canJoin, canSplit, ReplaceStep } from "prosemirror-transform";
import { emptyTable } from "@/editor/commands/blocks";
import { createDocument, isKind, newId, schema } from "@/core/document";
import { changedRun, MoveBlocksStep } from "@/core/steps";
import { heading, list, paragraph } from "#tests/editing";
import { toDocumentTransaction } from "./to-document-transaction";
import { ChunkLayout, documentOf, withoutChunks } from "./chunk-layout";
import { runs } from "#tests/runs";

const words = (i: number) => `some words of block ${i} that stand here`;
function block(i: number): Node {
  if (i % 17 === 5) return heading((i % 3) + 1, words(i));
  if (i % 13 === 7) return list(words(i), words(i));
  if (i % 29 === 3) return emptyTable(2, 2);
  return paragraph(words(i));
}
const documentWith = (count: number) => createDocument(Array.from({ length: count }, (_, i) => block(i)));
const stateOf = (doc: Node) => EditorState.create({ doc });

const chunksOf = (layout: ChunkLayout) =>
  Array.from({ length: layout.chunkCount }, (_, i) => layout.chunk(i));

/** A layout is right when it draws just this document, in chunks that are neither empty nor very long. */
function expectDraws(layout: ChunkLayout, doc: Node): void {
  expect(documentOf(layout.drawn, doc).eq(doc)).toBe(true);
  for (const chunk of chunksOf(layout)) {
    expect(chunk.childCount).toBeGreaterThan(0);
    expect(chunk.childCount).toBeLessThanOrEqual(32);
  }
  layout.drawn.forEach((bundle) => expect(bundle.childCount).toBeLessThanOrEqual(48));
  layout.drawn.check();
}

/** How many edits of each kind there were, and how many did something: those that do nothing prove nothing. */
class DoneCount {
  private readonly counts = new Map<string, { all: number; done: number }>();

  count(kind: string, done: boolean): void {
    const { all, done: before } = this.counts.get(kind) ?? { all: 0, done: 0 };
    this.counts.set(kind, { all: all + 1, done: before + (done ? 1 : 0) });
  }

  /** For each kind that was tried often enough to tell. */
  expectMostDone(): void {
    const idle = [...this.counts].filter(([, { all, done }]) => all >= 20 && done / all < MIN_DONE);
    expect(idle).toEqual([]);
  }
}

const MIN_DONE = 0.6;

const edit = fc.record({
  kind: fc.constantFrom("insert", "delete", "blocks", "clear", "move", "split", "join"),
  at: fc.nat(200_000),
  size: fc.nat(9_000),
  to: fc.nat(200_000),
});
type Edit = typeof edit extends fc.Arbitrary<infer T> ? T : never;

function edited(state: EditorState, { kind, at, size, to }: Edit): EditorState {
  const { doc } = state;
  const pos = at % (doc.content.size + 1);
  const tr = state.tr;
  const border = (from: number) => {
    const $pos = doc.resolve(from % (doc.content.size + 1));
    return $pos.depth === 0 ? $pos.pos : $pos.before(1);
  };
  try {
    if (kind === "insert") tr.setSelection(TextSelection.near(doc.resolve(pos))).insertText("x");
    if (kind === "delete") tr.deleteRange(pos, Math.min(pos + size, doc.content.size));
    if (kind === "blocks")
      tr.insert(border(at), Fragment.fromArray(Array.from({ length: size % 300 }, (_, i) => block(i))));
    if (kind === "clear") tr.delete(0, doc.content.size - (size % 50));
    if (kind === "split") tr.split(TextSelection.near(doc.resolve(pos)).from);
    if (kind === "join") {
      // The next two blocks that can be one.
      for (let from = border(at); from < doc.content.size; from += doc.nodeAt(from)!.nodeSize)
        if (canJoin(doc, from)) {
          tr.join(from);
          break;
        }
    }
    if (kind === "move") {
      const [a, end] = [border(at), border(at + size)].sort((x, y) => x - y) as [number, number];
      const b = a < end ? end : a + (doc.nodeAt(a)?.nodeSize ?? 0);
      const where = border(to);
      // What would be moved into itself goes to an end of the document.
      const beside = where < a || where > b ? where : a > 0 ? 0 : doc.content.size;
      if (a < b && (beside < a || beside > b)) tr.step(new MoveBlocksStep(a, b, beside));
    }
  } catch {
    return state;
  }
  return tr.doc.childCount > 0 ? state.apply(tr) : state;
}

describe("a layout in chunks", () => {
  test("draws the very same blocks, none of them in a chunk of its own", () => {
    const doc = documentWith(1_000);
    const layout = ChunkLayout.of(doc);
    expectDraws(layout, doc);
    expect(layout.chunkCount).toBeGreaterThan(10);
    expect(layout.chunk(1).child(0)).toBe(doc.child(layout.chunk(0).childCount));
  });

  test("begins a chunk where no space above a block, and no figure beside it, is shared with another chunk", () => {
    const figure = schema.nodes.figure.create({ id: newId(), alt: "", place: "left" });
    const doc = documentWith(1_000);
    const blocks = doc.content.content.flatMap((one, i) => (i % 11 === 4 ? [figure, one] : [one]));
    const layout = ChunkLayout.of(createDocument(blocks));
    expect(layout.chunkCount).toBeGreaterThan(30);
    const chunks = chunksOf(layout);
    for (const [i, chunk] of chunks.slice(1).entries()) {
      expect(["paragraph", "bullet_list"]).toContain(chunk.firstChild!.type.name);
      const before = chunks[i]!.content.content.slice(-2).map(({ type }) => type.name);
      expect(before).not.toContain("figure");
      expect(before[1]).not.toBe("heading");
    }
  });

  test("finds each position again, and keeps its parent", () => {
    const doc = documentWith(200);
    const layout = ChunkLayout.of(doc);
    for (let pos = 0; pos <= doc.content.size; pos++)
      for (const assoc of [-1, 1]) {
        const drawn = layout.toDrawn(pos, assoc);
        expect(layout.toDocument(drawn)).toBe(pos);
        const $pos = doc.resolve(pos);
        if ($pos.depth > 0) expect(layout.drawn.resolve(drawn).parent).toBe($pos.parent);
      }
  });

  test("follows any edits by replacing the chunks they touch", () => {
    const told = new DoneCount();
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.array(edit, { maxLength: 12 }), (count, edits) => {
        let state = stateOf(documentWith(count));
        let layout = ChunkLayout.of(state.doc);
        for (const one of edits) {
          const next = edited(state, one);
          told.count(one.kind, next.doc !== state.doc);
          const step = layout.changeTo(next.doc, changedRun(state.doc, next.doc));
          if (step) layout = layout.with(step.apply(layout.drawn).doc!);
          state = next;
          expectDraws(layout, state.doc);
        }
      }),
      { numRuns: runs(120) },
    );
    told.expectMostDone();
  });

  test("carries selections of every kind", () => {
    const doc = documentWith(300);
    const layout = ChunkLayout.of(doc);
    const state = stateOf(doc);
    const tables: number[] = [];
    doc.forEach((node, pos) => void (isKind(node, "table") && tables.push(pos)));
    const table = tables.at(-1)!;
    const cells: number[] = [];
    doc.nodesBetween(table, table + doc.nodeAt(table)!.nodeSize, (node, pos) => {
      if (node.type.spec.tableRole === "cell" || node.type.spec.tableRole === "header_cell") cells.push(pos);
    });
    for (const selection of [
      TextSelection.create(doc, 2, doc.content.size - 3),
      TextSelection.create(doc, 9_000 > doc.content.size ? 5 : TextSelection.near(doc.resolve(9_000)).from),
      new AllSelection(doc),
      NodeSelection.create(doc, table),
      CellSelection.create(doc, cells[0]!, cells.at(-1)!),
    ]) {
      const drawn = layout.selectionToDrawn(selection);
      expect(drawn.constructor).toBe(selection.constructor);
      const back = toDocumentTransaction(
        EditorState.create({ doc: layout.drawn }).tr.setSelection(drawn),
        state.apply(state.tr.setSelection(TextSelection.atStart(doc))),
      ).selection;
      expect(back.eq(selection)).toBe(true);
    }
  });
});

describe("what is done in the drawing", () => {
  test("comes to the same in the document, inside of a chunk by the very same steps", () => {
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 8 }), (edits) => {
        let state = stateOf(documentWith(300));
        for (const one of edits) {
          const layout = ChunkLayout.of(state.doc);
          const drawnState = EditorState.create({ doc: layout.drawn });
          const { at, size, kind } = one;
          const tr = drawnState.tr;
          const pos = TextSelection.near(tr.doc.resolve(at % tr.doc.content.size)).from;
          if (kind === "insert") tr.insertText("typed", pos);
          else if (kind === "split") {
            if (canSplit(tr.doc, pos)) tr.split(pos);
          } else {
            const end = TextSelection.near(tr.doc.resolve(Math.min(pos + size, tr.doc.content.size)), -1).to;
            if (end > pos) tr.delete(pos, end);
          }
          const own = toDocumentTransaction(tr, state);
          if (kind === "insert") expect(own.steps).toHaveLength(1);
          state = state.apply(own);
          expect(state.doc.eq(documentOf(tr.doc, state.doc))).toBe(true);
          state.doc.check();
        }
      }),
      { numRuns: runs(100) },
    );
  });

  test("keeps the notes by which history and input methods know it", () => {
    const state = stateOf(documentWith(100));
    const layout = ChunkLayout.of(state.doc);
    const tr = EditorState.create({ doc: layout.drawn })
      .tr.insertText("x", layout.toDrawn(4))
      .setMeta("composition", 3)
      .setMeta("addToHistory", false)
      .scrollIntoView();
    const own = toDocumentTransaction(tr, state);
    expect(own.getMeta("composition")).toBe(3);
    expect(own.getMeta("addToHistory")).toBe(false);
    expect(own.scrolledIntoView).toBe(true);
  });

  test("a copy over a border has no chunks in it", () => {
    const doc = documentWith(300);
    const layout = ChunkLayout.of(doc);
    const from = layout.startOf(1) - 20;
    const slice = layout.drawn.slice(layout.toDrawn(from), layout.toDrawn(from + 60), true);
    expect(withoutChunks(slice)).toEqual(doc.slice(from, from + 60, true));
    const inside = layout.drawn.slice(layout.toDrawn(3), layout.toDrawn(9), true);
    expect(withoutChunks(inside)).toEqual(doc.slice(3, 9, true));
    expect(withoutChunks(Slice.empty)).toBe(Slice.empty);
  });
});

test("a change that touches no block changes nothing that is drawn", () => {
  const doc = documentWith(10);
  const renamed = stateOf(doc).tr.setDocAttribute("title", "New").doc;
  const layout = ChunkLayout.of(doc);
  expect(layout.changeTo(renamed, changedRun(doc, renamed))).toBeNull();
  const typed = new ReplaceStep(1, 1, new Slice(Fragment.from(schema.text("x")), 0, 0)).apply(doc).doc!;
  expect(layout.changeTo(typed, changedRun(doc, typed))).not.toBeNull();
});

test("a change all over the text keeps the chunks and what is drawn of them; many new chunks are not all drawn", () => {
  const doc = documentWith(640);
  const layout = ChunkLayout.of(doc, (first) => first < 200);
  const blocks = doc.content.content.map((block, i) => (i % 320 === 5 ? paragraph("another") : block));
  const changed = doc.copy(Fragment.fromArray(blocks));
  const after = layout.with(layout.changeTo(changed, changedRun(doc, changed))!.apply(layout.drawn).doc!);
  expect(documentOf(after.drawn, doc).eq(changed)).toBe(true);
  const drawn = (of: ChunkLayout) => chunksOf(of).map((chunk) => chunk.attrs.drawn as boolean);
  expect(drawn(after)).toEqual(drawn(layout));
  expect(after.chunk(1)).toBe(layout.chunk(1));

  const little = createDocument([paragraph("all")]);
  const few = ChunkLayout.of(little);
  const grown = few.with(few.changeTo(doc, changedRun(little, doc))!.apply(few.drawn).doc!);
  expect(documentOf(grown.drawn, doc).eq(doc)).toBe(true);
  expect(drawn(grown).filter(Boolean)).toHaveLength(8);
  expect([drawn(grown)[0], drawn(grown)[9], drawn(grown).at(-1)]).toEqual([true, false, true]);
});
