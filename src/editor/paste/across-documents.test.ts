import { describe, expect, test } from "@jest/globals";
import { history, undo } from "prosemirror-history";
import { Desk, heading, paragraph } from "#tests/editing";
import { schema, type DestinationId, type LinkTarget } from "@/core/document";
import { addBookmark } from "../commands/bookmarks";
import { linkRange } from "../commands/links";
import { permanentIds } from "../plugins/permanent-ids";
import { leadBack, settleBrought, type Brought } from "./across-documents";
import { ownIds } from "../commands/own-ids";
import { pasteTransaction } from "./paste-transaction";

const FROM = "document1" as DestinationId;

/** A document with a bookmark on words, one at a point, one on a picture, and links to what may be copied with them. */
function manual() {
  const desk = new Desk(
    [
      heading(1, "Lamps"),
      paragraph("some marked words, see yonder and here"),
      schema.nodes.figure.create({ picture: "p.png", alt: "x" }),
      heading(1, "Store"),
    ],
    [permanentIds()],
  );
  const names = new Map<string, string>();
  const mark = (from: number, to: number, name: string) => {
    const tr = desk.state.tr;
    names.set(addBookmark(tr, from, to, name), name);
    desk.dispatch(tr);
  };
  const range = (words: string) => desk.select(words).state.selection;
  const [lamps, store] = desk.index.headings;
  const lead = (words: string, target: LinkTarget) =>
    desk.dispatch(linkRange(desk.state.tr, range(words).from, range(words).to, target));
  lead("yonder", { kind: "destination", id: store!.id });
  lead("here", { kind: "destination", id: lamps!.id });
  mark(range("marked").from, range("marked").to, "Marked");
  mark(range("see").from, range("see").from, "Spot");
  const figure = desk.index.figures[0]!;
  mark(figure.pos, figure.pos, "Plate");
  const plate = [...names].find(([, name]) => name === "Plate")![0];
  names.delete(plate);
  const brought: Brought = {
    document: FROM,
    names,
    onBlocks: [{ block: figure.id, id: plate, name: "Plate" }],
  };
  // All but the last title.
  const copied = desk.doc.slice(0, store!.pos);
  return { desk, brought, copied, store: store!.id };
}

function paste(into: Desk, copied: ReturnType<typeof manual>["copied"], brought: Brought) {
  const own = leadBack(ownIds(copied, into.doc, brought), into.doc, brought);
  into.dispatch(settleBrought(pasteTransaction(into.state, own), own, brought));
}

describe("what was copied in another document", () => {
  test("brings its bookmarks, under their names or with a number, and links that lead back", () => {
    const { brought, copied, store } = manual();
    const there = new Desk([paragraph("old words"), paragraph("end")], [history(), permanentIds()]);
    const { from, to } = there.select("old").state.selection;
    const marked = there.state.tr;
    addBookmark(marked, from, to, "Marked");
    there.dispatch(marked);
    const before = there.doc;
    there.select("end", { empty: true });
    paste(there, copied, brought);
    expect(there.index.bookmarks.map(({ name, shape, text }) => [name, shape, text])).toEqual([
      ["Marked", "range", "old"],
      ["Marked 2", "range", "marked"],
      ["Spot", "point", ""],
      ["Plate", "block", ""],
    ]);
    const lamps = there.index.headings[0]!.id;
    expect(there.index.links.map(({ text, target }) => [text, target])).toEqual([
      ["yonder", { kind: "document", document: FROM, id: store }],
      ["here", { kind: "destination", id: lamps }],
    ]);
    there.run(undo);
    expect(there.doc.eq(before)).toBe(true);
  });

  test("brings none of them a second time", () => {
    const { brought, copied } = manual();
    const there = new Desk([paragraph("end")], [permanentIds()]);
    there.select("end", { empty: true });
    paste(there, copied, brought);
    there.select("end", { empty: true });
    paste(there, copied, brought);
    expect(there.index.bookmarks.map(({ name }) => name).sort()).toEqual(["Marked", "Plate", "Spot"]);
  });
});

test("a link to a heading whose words are joined to a paragraph leads to the heading in the other document", () => {
  const { desk, brought } = manual();
  const [lamps] = desk.index.headings;
  const there = new Desk([paragraph("Nothing else.")], [permanentIds()]);
  there.select("else", { empty: true });
  // From within the heading on, so that its words go on in the paragraph.
  paste(
    there,
    desk.doc.slice(lamps!.pos + 3, desk.doc.child(0).nodeSize + desk.doc.child(1).nodeSize),
    brought,
  );
  expect(there.index.headings).toEqual([]);
  expect(there.index.links.map(({ text, target }) => [text, target])).toContainEqual([
    "here",
    { kind: "document", document: FROM, id: lamps!.id },
  ]);
});

test("links to the top and to words lead back as well; those to elsewhere stay as they are", () => {
  const there = new Desk([paragraph("end")]);
  const words = { exact: "a", before: "", after: "" };
  const slice = (target: LinkTarget) =>
    schema.nodes.doc
      .create(
        null,
        schema.nodes.paragraph.create(null, schema.text("x", [schema.marks.link.create({ target })])),
      )
      .slice(0);
  const led = (target: LinkTarget) => {
    const back = leadBack(slice(target), there.doc, { document: FROM, names: new Map(), onBlocks: [] });
    return back.content.child(0).child(0).marks[0]!.attrs.target as LinkTarget;
  };
  expect(led({ kind: "top" })).toEqual({ kind: "document", document: FROM });
  expect(led({ kind: "words", ...words })).toEqual({ kind: "document", document: FROM, words });
  const web = { kind: "web", url: "https://a.example" } as const;
  expect(led(web)).toEqual(web);
});
