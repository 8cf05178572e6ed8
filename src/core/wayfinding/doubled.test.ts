import { describe, expect, test } from "@jest/globals";
import { paragraph } from "#tests/editing";
import {
  bookmarkEntry,
  createDocument,
  idOf,
  newId,
  schema,
  withSettings,
  type DestinationId,
  type LinkTarget,
} from "@/core/document";
import { indexDocument } from "@/core/index";
import { resolveLinks } from "@/core/links";
import { doubledBy, READY_PLANS, withPlan } from ".";

const { nodes, marks } = schema;
const handbook = READY_PLANS.find(({ name }) => name === "Handbook")!;
const report = READY_PLANS.find(({ name }) => name === "Report")!;
const title = (id: DestinationId, words: string) =>
  nodes.heading.create({ id, level: 1 }, schema.text(words));
const linked = (words: string, target: LinkTarget) =>
  nodes.paragraph.create({ id: newId() }, schema.text(words, [marks.link.create({ target })]));
const item = (...blocks: Parameters<typeof nodes.list_item.create>[1][]) =>
  nodes.list_item.create(null, blocks as never);

const [one, two, three] = [newId(), newId(), newId()];
const to = (id: DestinationId): LinkTarget => ({ kind: "destination", id });
const sections = [
  title(one, "One"),
  paragraph("words of it"),
  linked("Back to top", { kind: "top" }),
  title(two, "Two"),
  paragraph("see "),
  linked("the first", to(three)),
  title(three, "Three"),
  paragraph("end"),
  linked("Start of this part", to(three)),
];

describe("what was made by hand and a plan builds as well", () => {
  test("is lists of links to headings, and ways back at the end of sections", () => {
    const byHand = nodes.bullet_list.create({ id: newId() }, [
      item(linked("One", to(one))),
      item(linked("Two", to(two))),
      item(linked("Three", to(three))),
    ]);
    const doc = createDocument([byHand, ...sections]);
    const index = indexDocument(doc);
    const doubled = doubledBy(index, handbook);
    expect(doubled.map(({ kind, from, to: end }) => [kind, doc.textBetween(from, end, " ")])).toEqual([
      ["contents", "One Two Three"],
      ["return", "Back to top"],
      ["return", "Start of this part"],
    ]);
    // A plan without ways back doubles none.
    expect(doubledBy(index, report).map(({ kind }) => kind)).toEqual(["contents"]);
    const built = withPlan(doc, handbook, doubled);
    expect(built.textContent).not.toMatch(/Back to top|Start of this part/);
    expect(built.content.content.filter(({ type }) => type === nodes.bullet_list)).toEqual([]);
    built.check();
    expect(doubledBy(indexDocument(built), handbook)).toEqual([]);
  });

  test("hands the links that led to it to the list in its place", () => {
    const list = nodes.bullet_list.create({ id: newId() }, [
      item(linked("One", to(one))),
      item(linked("Two", to(two))),
      item(linked("Three", to(three))),
    ]);
    const up = newId();
    const doc = withSettings(createDocument([list, ...sections, linked("Contents", to(up))]), {
      registry: { bookmarks: { [up]: bookmarkEntry("block", "Contents", idOf(list)!) }, anchors: {} },
    });
    const index = indexDocument(doc);
    expect(resolveLinks(index).every(({ lands }) => lands)).toBe(true);
    const built = indexDocument(withPlan(doc, handbook, doubledBy(index, handbook)));
    expect(resolveLinks(built).map(({ text, lands }) => `${text} ${lands}`)).toContain("Contents true");
    expect(resolveLinks(built).every(({ lands }) => lands)).toBe(true);
  });

  test("is a contents list typed with pages", () => {
    const lines = ["One ..... 1", "Two ..... 2", "Three ..... 3"].map(paragraph);
    const doc = createDocument([paragraph("Contents"), ...lines, ...sections.slice(0, 2)]);
    const [typed] = doubledBy(indexDocument(doc), report);
    expect(doc.textBetween(typed!.from, typed!.to, "|")).toBe(
      "Contents|One ..... 1|Two ..... 2|Three ..... 3",
    );
  });

  test("is not a list that says more than titles, nor a link within a text", () => {
    const list = nodes.bullet_list.create({ id: newId() }, [
      item(linked("One", to(one))),
      item(linked("Two", to(two))),
      item(paragraph("and more")),
    ]);
    const doc = createDocument([list, title(one, "One"), paragraph("x"), title(two, "Two"), paragraph("y")]);
    expect(doubledBy(indexDocument(doc), handbook)).toEqual([]);
  });
});
