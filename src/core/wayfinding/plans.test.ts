import { describe, expect, test } from "@jest/globals";
import { Transform } from "prosemirror-transform";
import { heading, paragraph } from "#tests/editing";
import { createDocument, isKind, schema, settingsOf } from "@/core/document";
import { indexDocument } from "@/core/index";
import {
  catchUp,
  coverageOf,
  kindOf,
  leftBehind,
  listOf,
  optionsOf,
  placedIn,
  planOf,
  planSchema,
  reachOf,
  READY_PLANS,
  withPlan,
  type Plan,
} from ".";

const { nodes } = schema;
const named = (name: string) => READY_PLANS.find((plan) => plan.name === name)!;
const figure = () => nodes.figure.create({ alt: "x" }, schema.text("The slit"));
const manual = createDocument(
  [
    heading(1, "Manual"),
    heading(1, "One"),
    paragraph("a"),
    heading(2, "Deep"),
    paragraph("b"),
    figure(),
    heading(1, "Two"),
    paragraph("c"),
  ],
  { title: "Manual" },
);
const shape = (doc: typeof manual) =>
  doc.content.content.map((node) => (isKind(node, "contents_list") ? kindOf(node) : node.type.name));

describe("a wayfinding plan", () => {
  test("builds what it holds where it belongs, and nothing that would be empty", () => {
    const doc = withPlan(manual, named("Handbook"));
    expect(shape(doc)).toEqual([
      "heading",
      "sections",
      "figures",
      "heading",
      "section",
      "paragraph",
      "heading",
      "paragraph",
      "figure",
      "heading",
      "paragraph",
      "alphabet",
    ]);
    expect(settingsOf(doc).returns).toEqual({
      levels: [1, 2],
      words: "",
      promises: named("Handbook").promises,
    });
    doc.check();
  });

  test("puts its other lists behind the contents list where that stands, so that no jump is added", () => {
    const table = nodes.table.createAndFill()!;
    const doc = createDocument([
      heading(1, "Reference"),
      paragraph("Rights of the authors."),
      nodes.contents_list.create({ from: 1, to: 3 }),
      ...["One", "Two", "Three"].flatMap((name) => [
        heading(1, name),
        paragraph("a"),
        table.copy(table.content),
      ]),
    ]);
    const built = withPlan(doc, named("Handbook"));
    expect(shape(built).slice(0, 4)).toEqual(["heading", "paragraph", "sections", "tables"]);
    const jumps = (of: typeof doc) => coverageOf(reachOf(indexDocument(of))).most;
    expect([jumps(doc), jumps(built)]).toEqual([1, 1]);
  });

  test("is built once, however often", () => {
    for (const plan of READY_PLANS) {
      const once = withPlan(manual, plan);
      expect(shape(withPlan(once, plan))).toEqual(shape(once));
    }
    const other = withPlan(withPlan(manual, named("Report")), named("Single web page"));
    expect(shape(other).filter((kind) => kind === "sections")).toHaveLength(1);
    expect(other.child(1).attrs.list).toEqual({ run: true, pageless: true });
  });

  test("leads to every section, and back, whatever the document", () => {
    const before = coverageOf(reachOf(indexDocument(manual)));
    const after = coverageOf(reachOf(indexDocument(withPlan(manual, named("Handbook")))));
    expect([before.unreached, after.unreached, after.stranded]).toEqual([3, 0, 0]);
  });

  test("has a menu beside the contents list, each as the plan says, and what was added by hand stays", () => {
    const menu = { ...listOf("sections", "front", { buttons: true, placed: "header" }), title: "" };
    const plan: Plan = { ...named("E-book"), lists: [named("E-book").lists[0]!, menu] };
    const once = withPlan(manual, plan);
    const lists = once.content.content.filter((node) => isKind(node, "contents_list"));
    expect(lists.map((list) => placedIn(list))).toEqual([null, "header"]);
    expect(withPlan(once, plan).eq(once)).toBe(true);
    expect(planOf(once, "Mine").lists).toHaveLength(2);
    const own = once.child(1);
    const added = own.type.create({ ...own.attrs, list: { ...optionsOf(own), added: ["x"] } });
    const blocks = once.content.content.map((node) => (node === own ? added : node));
    const again = withPlan(once.type.create(once.attrs, blocks), plan);
    expect(optionsOf(again.child(1))).toMatchObject({ added: ["x"] });
    expect(planOf(again, "Mine").lists[0]!.options).not.toHaveProperty("added");
  });

  test("tells of sections that came since, and gives them what the others have", () => {
    const chapter = (name: string) => [
      heading(1, name),
      paragraph("a"),
      heading(2, `${name} deep`),
      paragraph("b"),
    ];
    const book = createDocument(["One", "Two"].flatMap(chapter));
    const planned = withPlan(book, named("Course guide"));
    expect(leftBehind(indexDocument(planned))).toEqual([]);
    const later = createDocument([
      ...planned.content.content,
      ...chapter("Late"),
      heading(1, "Nothing in it"),
    ]);
    const behind = leftBehind(indexDocument(later));
    expect(behind.flatMap(({ sections }) => sections.map(({ name }) => name))).toEqual(["Late"]);
    const own = { of: "section", columns: 2 };
    const set = new Transform(later);
    set.setNodeAttribute(planned.child(0).nodeSize + planned.child(1).nodeSize, "list", own);
    const done = catchUp(set, leftBehind(indexDocument(set.doc))).doc;
    // A list that was set otherwise stays as it is.
    expect(done.child(2).attrs.list).toEqual(own);
    expect(leftBehind(indexDocument(done))).toEqual([]);
    expect(shape(done).filter((one) => one === "section")).toHaveLength(3);
    // A list that one section alone has is no rule.
    const alone = createDocument([...["One", "Two", "Three"].flatMap(chapter)]);
    const single = new Transform(alone);
    single.insert(alone.child(0).nodeSize, planned.child(2));
    expect(leftBehind(indexDocument(single.doc))).toEqual([]);
  });

  test("of one's own is read off a document, and is taken only where it is one", () => {
    const plan = planOf(withPlan(manual, named("Course guide")), "Ours");
    expect(plan.lists.map(({ of, at }) => [of, at])).toEqual([
      ["sections", "front"],
      ["section", { eachOfLevel: 1 }],
    ]);
    expect(planSchema.safeParse(JSON.parse(JSON.stringify(plan))).success).toBe(true);
    expect(shape(withPlan(manual, plan))).toEqual(shape(withPlan(manual, named("Course guide"))));
    for (const ready of READY_PLANS) expect(planSchema.safeParse(ready).success).toBe(true);
    expect(planSchema.safeParse({ ...plan, lists: [{ of: "nothing" }] }).success).toBe(false);
  });

  test("gives a document without headings a list that fills itself", () => {
    expect(shape(withPlan(createDocument([paragraph("x")]), named("Handbook")))).toEqual([
      "sections",
      "paragraph",
    ]);
  });
});
