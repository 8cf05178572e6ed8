import { expect, test } from "@jest/globals";
import { Slice, Fragment } from "prosemirror-model";
import { AddMarkStep, ReplaceStep, Transform, type Step } from "prosemirror-transform";
import { createDocument, schema } from "@/core/document";
import { MoveBlocksStep, rebase } from "@/core/steps";

const words = (text: string) => new Slice(Fragment.from(schema.text(text)), 0, 0);

/** One's own step put on top of what another did. */
function after(own: Step, accepted: readonly Step[]) {
  const doc = createDocument([schema.nodes.paragraph.create(null, schema.text("a lamp burns"))]);
  const inverted = own.invert(doc);
  const tr = new Transform(doc).step(own);
  const { dropped } = rebase(
    tr,
    [{ number: 1, step: own, inverted }],
    accepted.map((step) => ({ step, own: null })),
  );
  return { doc: tr.doc.toString(), dropped: dropped.length };
}

test("a mark on words that somebody replaced by others of the same length goes with its words", () => {
  const bookmark = new AddMarkStep(3, 7, schema.marks.bookmark.create({ id: "b" }));
  const replaced = [new ReplaceStep(3, 7, Slice.empty), new ReplaceStep(3, 3, words("fire"))];
  expect(after(bookmark, replaced)).toEqual({ doc: 'doc(paragraph("a fire burns"))', dropped: 1 });
});

test("the same words in the same block keep it, though they were taken away and put back between", () => {
  const bookmark = new AddMarkStep(3, 7, schema.marks.bookmark.create({ id: "b" }));
  const replaced = [new ReplaceStep(3, 7, Slice.empty), new ReplaceStep(3, 3, words("lamp"))];
  expect(after(bookmark, replaced)).toEqual({
    doc: 'doc(paragraph("a ", bookmark("lamp"), " burns"))',
    dropped: 0,
  });
});

test("a link whose first word was typed just now does not reach over blocks that come between its words", () => {
  const { heading, paragraph } = schema.nodes;
  const doc = createDocument([
    heading.create({ id: "h" }, schema.text("ab")),
    paragraph.create({ id: "m" }, schema.text("mid")),
  ]);
  const link = schema.marks.link.create({ target: { kind: "web", url: "https://a.example/" } });
  const mine = new Transform(doc).insert(1, schema.text("x")).addMark(1, 4, link);
  const own = mine.steps.map((step, i) => ({ number: i + 1, step, inverted: step.invert(mine.docs[i]!) }));
  const others = new Transform(doc).split(2).step(new MoveBlocksStep(3, 6, 11));
  const tr = new Transform(mine.doc);
  const { dropped } = rebase(
    tr,
    own,
    others.steps.map((step) => ({ step, own: null })),
  );
  expect(tr.doc.toString()).toBe('doc(heading(link("xa")), paragraph("mid"), heading(link("b")))');
  expect(dropped).toEqual([]);
});

test("what one author deletes does not reach to where somebody moved its first block", () => {
  const doc = createDocument(
    ["aa", "bb", "cc", "dd"].map((text) => schema.nodes.paragraph.create({ id: text }, schema.text(text))),
  );
  // The whole third block and a letter of the next.
  const step = new ReplaceStep(8, 14, new Slice(Fragment.from(schema.nodes.paragraph.create()), 0, 1));
  expect(step.apply(doc).doc!.toString()).toBe('doc(paragraph("aa"), paragraph("bb"), paragraph("d"))');
  const tr = new Transform(step.apply(doc).doc!);
  const own = [{ number: 1, step, inverted: step.invert(doc) }];
  rebase(tr, own, [{ step: new MoveBlocksStep(8, 12, 0), own: null }]);
  for (const text of ["aa", "bb", "cc"]) expect(tr.doc.textContent).toContain(text);
});

test("what one author deletes up to a block they moved does not take a block along that somebody else moved there", () => {
  const { heading, paragraph } = schema.nodes;
  const doc = createDocument([
    heading.create({ id: "b" }, schema.text("bb")),
    paragraph.create({ id: "d" }, schema.text("dd")),
    paragraph.create({ id: "a" }, schema.text("aa")),
  ]);
  // Both move a block to the end; what is deleted reaches from the last one into the own one.
  const mine = new Transform(doc).step(new MoveBlocksStep(4, 8, 12)).delete(6, 10);
  expect(mine.doc.toString()).toBe('doc(heading("bb"), paragraph("ad"))');
  const own = mine.steps.map((step, i) => ({ number: i + 1, step, inverted: step.invert(mine.docs[i]!) }));
  const tr = new Transform(mine.doc);
  rebase(tr, own, [{ step: new MoveBlocksStep(0, 4, 12), own: null }]);
  expect(tr.doc.toString()).toBe('doc(paragraph("aa"), heading("bb"), paragraph("dd"))');
});

test("a link that begins in a word which went along with its block does not stretch over what is between it and words that stayed", () => {
  const { paragraph } = schema.nodes;
  const doc = createDocument([paragraph.create({ id: "p" }, schema.text("one two"))]);
  const link = schema.marks.link.create({ target: { kind: "web", url: "https://a.example/" } });
  const mine = new Transform(doc).insert(2, schema.text("x")).addMark(2, 9, link);
  const own = mine.steps.map((step, i) => ({ number: i + 1, step, inverted: step.invert(mine.docs[i]!) }));
  // The first word is cut and pasted before the other, as the block it was in; something comes between the two.
  const others = new Transform(doc)
    .delete(1, 5)
    .setNodeAttribute(0, "id", "r")
    .insert(0, [
      paragraph.create({ id: "p" }, schema.text("one ")),
      paragraph.create({ id: "m" }, schema.text("mid")),
    ]);
  const tr = new Transform(mine.doc);
  const { dropped } = rebase(
    tr,
    own,
    others.steps.map((step) => ({ step, own: null })),
  );
  expect(tr.doc.toString()).toBe(
    'doc(paragraph("o", link("x"), "ne "), paragraph("mid"), paragraph(link("two")))',
  );
  expect(dropped).toEqual([]);
});

test("a word that finds its place among words which its author took away is told", () => {
  const { heading, paragraph, bullet_list, list_item } = schema.nodes;
  const item = (text: string) => list_item.create(null, paragraph.create(null, schema.text(text)));
  const doc = createDocument([
    heading.create({ id: "h" }, schema.text("Night")),
    bullet_list.create({ id: "l" }, [item("lamp"), item("wick")]),
  ]);
  // The word goes before the first item, whose beginning somebody joins to the heading; the second item is emptied.
  const mine = new Transform(doc).insert(10, schema.text("new ")).deleteRange(21, 28);
  expect(mine.doc.toString()).toContain('paragraph("new lamp")), list_item(paragraph)');
  const own = mine.steps.map((step, i) => ({ number: i + 1, step, inverted: step.invert(mine.docs[i]!) }));
  const others = new Transform(doc).deleteRange(4, 11);
  const tr = new Transform(mine.doc);
  const { displaced } = rebase(
    tr,
    own,
    others.steps.map((step) => ({ step, own: null })),
  );
  expect([tr.doc, ...displaced].map((node) => node.textContent).join()).toContain("new ");
});
