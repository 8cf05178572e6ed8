import { describe, expect, test } from "@jest/globals";
import { history, undo } from "prosemirror-history";
import { Desk, heading, paragraph } from "#tests/editing";
import { schema, type DestinationId } from "@/core/document";
import { resolveLinks } from "@/core/links";
import { addBookmark } from "../commands/bookmarks";
import { DocumentChange } from "./document-change";
import { linkRange, targetOf } from "../commands/links";
import { insertReference, referenceTo } from "../commands/references";
import { permanentIds } from "../plugins/permanent-ids";
import { Removals, type Fate, type RemovalHost } from "./removals";

/** A window in which “One” is linked to from “words” before it and after it, and spoken of at the end. */
function window() {
  const desk = new Desk(
    [
      heading(1, "Start"),
      paragraph("first words here"),
      heading(1, "One"),
      paragraph("inside it"),
      heading(1, "Two"),
      paragraph("other words there, see "),
    ],
    [history(), permanentIds()],
  );
  const one = () => desk.index.headings.find(({ name }) => name === "One")!;
  for (const words of ["first words", "inside", "other words"]) {
    const { from, to } = desk.select(words).state.selection;
    desk.dispatch(linkRange(desk.state.tr, from, to, targetOf(one())));
  }
  const end = desk.doc.content.size - 1;
  desk.dispatch(insertReference(desk.state.tr, { from: end, to: end }, referenceTo(one(), "{title}")));
  const said: string[] = [];
  const removals = new Removals(hostOf(desk, { say: (words) => said.push(words) }), () => {});
  return { desk, removals, said, one: one().id };
}

/** The window of a desk, where nothing of other documents leads here and nothing said is listened to, unless given. */
function hostOf(desk: Desk, given: Partial<RemovalHost>): RemovalHost {
  return {
    get state() {
      return desk.state;
    },
    get index() {
      return desk.index;
    },
    pages: null,
    elsewhere: { incomingTo: () => [], incoming: [] },
    dispatch: desk.dispatch,
    say: () => {},
    ...given,
  };
}

const sections = (id: DestinationId) => ({ kind: "sections" as const, ids: [id], called: "“One” was" });

describe("what links lead to is taken out once it is said what becomes of them", () => {
  test.each<[Fate, string, number, string]>([
    [
      { kind: "leave" },
      "first words here|other words there, see One",
      3,
      "3 links that led there are now broken.",
    ],
    [
      { kind: "unlink" },
      "first words here|other words there, see One",
      0,
      "3 links that led there are now plain text.",
    ],
    [
      { kind: "words" },
      " here| there, see ",
      0,
      "3 links that led there were deleted with their words. The words before the cross-reference stay: “…other words there, see”.",
    ],
  ])("%j", (fate, text, broken, words) => {
    const { desk, removals, said, one } = window();
    const before = desk.doc;
    removals.begin(sections(one));
    expect(desk.doc).toBe(before);
    expect(removals.pending!.impact.links.map((link) => link.text)).toEqual([
      "first words",
      "other words",
      "One",
    ]);
    expect(removals.pending!.impact.places.map(({ name }) => name)).toEqual(["One"]);
    removals.decide(fate);
    expect(removals.pending).toBeNull();
    expect([1, 3].map((i) => desk.doc.child(i).textContent).join("|")).toBe(text);
    expect(resolveLinks(desk.index).filter((link) => !link.lands)).toHaveLength(broken);
    expect(said).toEqual([`“One” was deleted. The ${words}`]);
    desk.run(undo);
    expect(desk.doc.eq(before)).toBe(true);
  });

  test("to another place, cross-references too", () => {
    const { desk, removals, one } = window();
    const two = desk.index.headings[2]!;
    removals.begin(sections(one));
    removals.decide({ kind: "lead", target: targetOf(two) });
    expect(resolveLinks(desk.index).map((link) => link.lands && link.destination!.name)).toEqual([
      "Two",
      "Two",
      "Two",
    ]);
    expect(desk.index.references).toHaveLength(1);
  });

  test("to the web: a cross-reference becomes a link with the words it had", () => {
    const { desk, removals, one } = window();
    removals.begin(sections(one));
    removals.decide({ kind: "lead", target: { kind: "web", url: "https://a.example" } });
    expect(desk.index.links.map(({ text, target }) => [text, target.kind])).toEqual([
      ["first words", "web"],
      ["other words", "web"],
      ["One", "web"],
    ]);
  });

  test("or not at all", () => {
    const { desk, removals, one } = window();
    const before = desk.doc;
    removals.begin(sections(one));
    removals.cancel();
    removals.decide({ kind: "words" });
    expect(desk.doc).toBe(before);
  });
});

test("what nobody leads to goes at once", () => {
  const { desk, removals, said } = window();
  removals.begin({ kind: "sections", ids: [desk.index.headings[0]!.id], called: "“Start” was" });
  expect(removals.pending).toBeNull();
  expect(said).toEqual(["“Start” was deleted."]);
  const { from, to } = desk.select("there").state.selection;
  const tr = desk.state.tr;
  const id = addBookmark(tr, from, to, "Spot");
  desk.dispatch(tr);
  removals.begin({ kind: "bookmarks", ids: [id], called: "The bookmark “Spot” was" });
  expect(desk.index.bookmarks).toEqual([]);
  expect(desk.doc.textContent).toContain("there");
});

test("a heading that is emptied is told of where links lead to it, and only then", () => {
  const { desk, removals, said } = window();
  const empty = (name: string) => {
    const earlier = desk.index;
    const before = desk.doc;
    const place = earlier.headings.find((one) => one.name === name)!;
    desk.dispatch(desk.state.tr.delete(place.pos + 1, place.pos + 1 + name.length));
    removals.warnAfter(new DocumentChange(before, desk.doc), earlier);
  };
  empty("Two");
  expect(said).toEqual([]);
  empty("One");
  expect(said).toEqual(["The heading “One” is empty now; 4 links lead there."]);
});

test("a block that is chosen goes with what becomes of its links, and links of other documents are named", () => {
  const desk = new Desk(
    [
      schema.nodes.figure.create({ alt: "The dome" }, schema.text("The dome")),
      paragraph("see the figure"),
      heading(1, "Lamps"),
    ],
    [permanentIds()],
  );
  const [figure] = desk.index.figures;
  const { from, to } = desk.select("the figure").state.selection;
  desk.dispatch(linkRange(desk.state.tr, from, to, targetOf(figure!)));
  const lamps = desk.index.headings[0]!.id;
  const other = { document: "d2", title: "Guide", words: "lamps", to: lamps, block: "b1", start: 1 };
  const elsewhere = {
    incomingTo: (id: DestinationId) => (id === lamps ? [other] : []),
    incoming: [other],
  };
  const removals = new Removals(hostOf(desk, { elsewhere }), () => {});
  removals.begin({ kind: "blocks", ids: [figure!.id], called: "“The dome” was" });
  expect(removals.pending?.impact.links.map(({ text }) => text)).toEqual(["the figure"]);
  expect(removals.pending?.others).toEqual([]);
  removals.decide({ kind: "unlink" });
  expect(desk.doc.textContent).toBe("see the figureLamps");
  expect(desk.index.links).toEqual([]);
  removals.begin({ kind: "sections", ids: [lamps], called: "“Lamps” was" });
  expect(removals.pending?.others).toEqual([other]);
  removals.decide({ kind: "leave" });
  expect(desk.doc.textContent).toBe("see the figure");
});
