import { describe, expect, test } from "@jest/globals";
import { history, undo } from "prosemirror-history";
import { NodeSelection } from "prosemirror-state";
import { Desk, heading, paragraph } from "#tests/editing";
import { bookmarkEntry, newId, schema, type Reference } from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { mentionsIn, resolveLinks } from "@/core/links";
import { permanentIds } from "../plugins/permanent-ids";
import {
  leadAt,
  linkAt,
  linkMentions,
  linkRange,
  removeWords,
  retargetLinks,
  targetOf,
  unlink,
} from "./links";
import {
  changeReference,
  chosenReference,
  fittingForm,
  frozenReference,
  insertReference,
  referenceTo,
} from "./references";

const { nodes, marks } = schema;

function desk() {
  return new Desk(
    [
      heading(1, "One"),
      paragraph("see it here, and there"),
      heading(1, "Two"),
      nodes.figure.create(null, schema.text("A lamp")),
    ],
    [history(), permanentIds()],
  );
}
const reference = (one: Desk) => one.index.references[0]!.reference;
const wordsOf = () => "worded";

/** With a bold cross-reference to “Two” in place of “it”, and “there” a link to it. */
function referring() {
  const one = desk();
  const two = one.index.headings[1]!;
  const there = one.select("there").state.selection;
  one.dispatch(linkRange(one.state.tr, there.from, there.to, targetOf(two)));
  const { from, to } = one.select("it").state.selection;
  one.dispatch(one.state.tr.addMark(from, to, marks.strong.create()));
  one.dispatch(insertReference(one.state.tr, { from, to }, referenceTo(two, "{title}")));
  return { one, two };
}

describe("a cross-reference", () => {
  test("takes the place of words and their looks, but not their link", () => {
    const { one } = referring();
    const { from } = one.index.references[0]!;
    expect(one.doc.nodeAt(from)!.marks.map((mark) => mark.type.name)).toEqual(["strong"]);
    expect(one.doc.child(1).textBetween(0, one.doc.child(1).content.size, "", "*")).toBe(
      "see * here, and there",
    );
    expect(reference(one)).toMatchObject({ form: "{title}", linked: true, target: { was: "Two" } });
  });

  test.each<[string, (one: Desk) => string]>([
    ["{number} {title}", (one) => fittingForm(one.index.headings[0]!)],
    ["{label}", (one) => fittingForm(one.index.figures[0]!)],
  ])("is worded as fits the place: %s", (form, of) => expect(of(desk())).toBe(form));

  test("speaks of a range by its words and of a point by its name", () => {
    const one = desk();
    const [range, point] = [newId(), newId()];
    const { from, to } = one.select("here").state.selection;
    const tr = one.state.tr.addMark(from, to, marks.bookmark.create({ id: range }));
    tr.insert(from, nodes.bookmark_point.create({ id: point }));
    tr.step(new RegistryStep({ part: "bookmarks", id: range, entry: bookmarkEntry("range", "R") }));
    tr.step(new RegistryStep({ part: "bookmarks", id: point, entry: bookmarkEntry("point", "P") }));
    one.dispatch(tr);
    const forms = new Map(one.index.bookmarks.map((it) => [it.name, fittingForm(it)]));
    expect([forms.get("R"), forms.get("P")]).toEqual(["{words}", "{title}"]);
  });

  test("is changed part by part and stays chosen; is made into text with the link it was", () => {
    const { one, two } = referring();
    const pos = one.index.references[0]!.from;
    one.dispatch(one.state.tr.setSelection(NodeSelection.create(one.doc, pos)));
    one.dispatch(changeReference(one.state.tr, pos, { form: "{page}", linked: false }));
    expect(chosenReference(one.state)?.pos).toBe(pos);
    expect(reference(one)).toMatchObject({ form: "{page}", linked: false });
    expect(leadAt(one.index, pos)).toBeNull();
    one.dispatch(frozenReference(one.state.tr, pos, "plain"));
    expect(one.doc.child(1).textContent).toBe("see plain here, and there");
    expect(one.index.links.map(({ text }) => text)).toEqual(["there"]);
    one.run(undo);
    one.run(undo);
    expect(leadAt(one.index, pos)?.reference).toBeDefined();
    expect(linkAt(one.index, pos)).toBeNull();
    one.dispatch(frozenReference(one.state.tr, pos, "Two"));
    expect(resolveLinks(one.index)[0]).toMatchObject({ text: "Two", destination: { id: two.id } });
  });

  test("of a wrong form, or to the web, does not fit into a document", () => {
    const { one } = referring();
    const pos = one.index.references[0]!.from;
    const wrong = (part: Partial<Reference>) => changeReference(one.state.tr, pos, part).doc.check();
    expect(() => wrong({ form: "nothing of the place" })).toThrow();
    expect(() => wrong({ target: { kind: "web", url: "https://a.example" } as never })).toThrow();
  });
});

describe("links and cross-references together", () => {
  test("are led elsewhere: within the document they stay what they are, to the web both are links", () => {
    const { one } = referring();
    const first = one.index.headings[0]!;
    one.dispatch(retargetLinks(one.state.tr, one.index.links, targetOf(first), wordsOf));
    expect(
      resolveLinks(one.index).map((link) => [link.lands && link.destination!.name, !!link.reference]),
    ).toEqual([
      ["One", true],
      ["One", false],
    ]);
    const web = { kind: "web" as const, url: "https://a.example" };
    one.dispatch(retargetLinks(one.state.tr, one.index.links, web, wordsOf));
    expect(one.index.links.map(({ text, target }) => [text, target.kind])).toEqual([
      ["worded", "web"],
      ["there", "web"],
    ]);
    expect(one.doc.nodeAt(one.index.links[0]!.from)!.marks.map((mark) => mark.type.name)).toContain("strong");
  });

  test("are made words, or go with their words", () => {
    const { one } = referring();
    one.dispatch(unlink(one.state.tr, one.index.links, wordsOf));
    expect(one.doc.child(1).textContent).toBe("see worded here, and there");
    expect(one.index.links).toEqual([]);
    one.run(undo);
    one.dispatch(removeWords(one.state.tr, one.index.links));
    expect(one.doc.child(1).textContent).toBe("see  here, and ");
  });
});

test("mentions become cross-references where a reference says the same, else links", () => {
  const one = new Desk(
    [
      paragraph("See section 2, section 9 and Table 1."),
      heading(1, "One"),
      heading(1, "Two"),
      table("Loads"),
    ],
    [permanentIds()],
  );
  one.dispatch(linkMentions(one.state.tr, mentionsIn(one.index), "references"));
  expect(one.index.links.map(({ text, reference: it }) => it?.form ?? text)).toEqual([
    "section 2",
    "Table {number}",
  ]);
  expect(one.doc.child(0).textContent).toBe("See section 2, section 9 and Loads.");
});

function table(caption: string) {
  const cell = nodes.table_cell.create(null, paragraph("1"));
  return nodes.table.create(null, [
    nodes.table_caption.create(null, schema.text(caption)),
    nodes.table_grid.create(null, nodes.table_row.create(null, cell)),
  ]);
}
