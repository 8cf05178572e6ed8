import { describe, expect, test } from "@jest/globals";
import {
  bookmarkEntry,
  createDocument,
  EMPTY_REGISTRY,
  idOf,
  knownId,
  newId,
  schema,
  withSettings,
} from "@/core/document";
import { StyleStep } from "@/core/steps";
import { indexDocument, nextStop, pathTo, placesSought, stopsOf } from ".";

const { nodes } = schema;
const heading = (level: number, text: string) => nodes.heading.create({ level }, schema.text(text));
const words = (text: string, ...more: Parameters<typeof schema.text>[0][]) =>
  nodes.paragraph.create(
    null,
    [text, ...more].map((one) => schema.text(one)),
  );
const note = (text: string, place: "foot" | "end") =>
  nodes.note.create({ id: newId(), place }, schema.text(text));
const figure = (caption: string) => nodes.figure.create({ alt: "" }, schema.text(caption));

const doc = createDocument([
  heading(1, "Lamps"),
  words("One."),
  nodes.paragraph.create(),
  heading(2, "Red lamps"),
  nodes.paragraph.create(null, [schema.text("Two"), note("About red.", "foot"), note("Thanks.", "end")]),
  figure("The lamp room"),
  heading(1, "Weather"),
  figure("A chart"),
  nodes.equation.create({ tex: "x^2" }),
  nodes.page_break.create(),
  words("Three ".repeat(500)),
]);
const index = indexDocument(doc);
const found = (typed: string) =>
  placesSought(index, typed).map((it) =>
    [
      it.kind === "destination" ? it.place.kind : it.kind,
      it.number,
      it.kind === "destination" ? it.place.name : it.name,
    ]
      .join(" | ")
      .slice(0, 40),
  );

describe("what is typed into the jump box finds", () => {
  test.each<[string, string[]]>([
    ["lamp", ["heading | 1 | Lamps", "heading | 1.1 | Red lamps", "figure | Figure 1 | The lamp room"]],
    ["1.1", ["heading | 1.1 | Red lamps"]],
    ["fig 2", ["figure | Figure 2 | A chart"]],
    ["figure lamp", ["figure | Figure 1 | The lamp room"]],
    ["eq 1", ["equation | 1 | "]],
    ["note 1", ["note | 1 | About red."]],
    ["note i", ["note | i | Thanks."]],
    ["¶ 2", ["paragraph | 2 | Two"]],
    ["para 1", ["paragraph | 1 | One."]],
    ["¶ 9", []],
    ["p 99", []],
  ])("%s", (typed, places) => {
    expect(found(typed)).toEqual(places);
  });

  test("what is flagged, by what people call it", () => {
    const flag = newId();
    const bookmarks = {
      [flag]: { ...bookmarkEntry("block", "Ask about oil", knownId(idOf(doc.child(1))!)), followUp: true },
    };
    const flagged = indexDocument(withSettings(doc, { registry: { ...EMPTY_REGISTRY, bookmarks } }));
    const called = (typed: string) =>
      placesSought(flagged, typed).map((it) => (it.kind === "page" ? "" : it.place.name));
    for (const typed of ["todo", "To do", "open work", "flagged", "todo oil"])
      expect(called(typed)).toEqual(["Ask about oil"]);
    expect(called("todo rope")).toEqual([]);
  });

  test("a heading by the number that it shows", () => {
    const lettered = new StyleStep({ style: "heading1", look: { numbering: "letters" } }).apply(doc).doc!;
    const [first] = placesSought(indexDocument(lettered), "b");
    expect(first).toMatchObject({ number: "B", place: { name: "Weather" } });
    // By its place in the structure too.
    expect(placesSought(indexDocument(lettered), "2")[0]).toMatchObject({ place: { name: "Weather" } });
  });
});

test("of names that match alike, that of a section comes first", () => {
  const manual = createDocument([
    heading(1, "Start"),
    figure("The resolver, first"),
    figure("Resolver"),
    heading(2, "The resolver menu"),
  ]);
  expect(
    placesSought(indexDocument(manual), "resolver").map((it) => it.kind === "destination" && it.place.name),
  ).toEqual(["Resolver", "The resolver menu", "The resolver, first"]);
});

test("a page is found by its number as it is written, once pages are laid out", () => {
  const at = index.headings[2]!.pos;
  const pages = { starts: [0, at], labels: { page: (label: string) => ["i", "1"].indexOf(label) } };
  expect(placesSought(index, "p 1")).toEqual([]);
  expect(placesSought(index, "p 1", pages)).toMatchObject([
    { kind: "page", name: expect.stringMatching(/^Weather A chart/), at: { from: at } },
  ]);
  expect(placesSought(index, "page i", pages)).toMatchObject([{ number: "i", at: { from: 0 } }]);
});

test("a heading that is called like a kind and a number is found by that", () => {
  const named = createDocument(["Section 2", "Section 1", "Other"].map((name) => heading(1, name)));
  expect(placesSought(indexDocument(named), "Section 1")[0]).toMatchObject({ place: { name: "Section 1" } });
  expect(placesSought(indexDocument(named), "section 3")[0]).toMatchObject({ place: { name: "Other" } });
});

test("a place lies in the sections around it", () => {
  const at = (name: string) => index.destinations.find((it) => it.name === name)!.pos;
  expect(pathTo(index, at("The lamp room"))).toEqual(["Lamps", "Red lamps"]);
  expect(pathTo(index, at("Red lamps"))).toEqual(["Lamps"]);
  expect(pathTo(index, at("Weather"))).toEqual([]);
});

test("steps stop at each place of a kind, in both directions, and end at the last", () => {
  const figures = stopsOf(index, "figure");
  const first = nextStop(figures, 0, 1);
  const second = nextStop(figures, figures[first]!.from, 1);
  expect([first, second, nextStop(figures, figures[second]!.from, 1)]).toEqual([0, 1, -1]);
  expect(nextStop(figures, figures[1]!.from, -1)).toBe(0);
  for (const [kind, count] of [
    ["heading", 3],
    ["equation", 1],
    ["note", 2],
    ["link", 0],
  ] as const)
    expect(stopsOf(index, kind)).toHaveLength(count);
});
