import { Transform } from "prosemirror-transform";
import type { Node } from "prosemirror-model";
import { indexDocument, placesSought, type DocumentIndex } from "@/core/index";
import {
  bookmarkEntry,
  createDocument,
  schema,
  type BookmarkEntry,
  type DestinationId,
} from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { followLinks, impactOf, mentionsIn, referenceWords, resolveLinks } from "@/core/links";
import type { Task } from "./material";

const { nodes, marks } = schema;

/** How many for each page: 10,000 places and 20,000 links at 1,000 pages, 2,000 more links that word themselves. */
const HEADINGS = 2;
const BOOKMARKS = 8;
const LINKS = 20;
const REFERENCES = 2;

let held: { pages: number; doc: Node } | null = null;

/** A document that is little but places and links between them, with a mention in plain words on each page. */
export function linked(pages: number): Node {
  if (held?.pages === pages) return held.doc;
  const bookmarks: Record<string, BookmarkEntry> = {};
  const headings = pages * HEADINGS;
  const placeOf = (n: number) =>
    (n % 5 === 0 ? `h${n % headings}` : `b${n % (pages * BOOKMARKS)}`) as DestinationId;
  let next = 0;
  const blocks: Node[] = [];
  for (let page = 0; page < pages; page++)
    for (let half = 0; half < HEADINGS; half++) {
      const number = page * HEADINGS + half;
      blocks.push(
        nodes.heading.create({ id: `h${number}`, level: half + 1 }, schema.text(`Lamp section ${number}`)),
      );
      for (let i = 0; i < BOOKMARKS / HEADINGS; i++) {
        const id = `b${number * (BOOKMARKS / HEADINGS) + i}`;
        bookmarks[id] = bookmarkEntry("range", `Spot ${id}`);
        const words = [
          schema.text("words that are marked", [marks.bookmark.create({ id })]),
          ...Array.from({ length: LINKS / BOOKMARKS }, () =>
            schema.text("a link", [
              marks.link.create({ target: { kind: "destination", id: placeOf((next += 7919)) } }),
            ]),
          ),
          schema.text(` and section ${number} goes on with words that lead nowhere.`),
        ];
        if (i % (BOOKMARKS / HEADINGS / (REFERENCES / HEADINGS)) === 0)
          words.push(
            nodes.cross_reference.create({
              target: { kind: "destination", id: placeOf((next += 7919)) },
              form: "{title} {where}",
            }),
          );
        blocks.push(nodes.paragraph.create({ id: `p${id}` }, words));
      }
      // Two more links for each half page, so that there are twice as many links as places.
      blocks.push(
        nodes.paragraph.create(
          { id: `q${number}` },
          [0, 1].map(() =>
            schema.text("another", [
              marks.link.create({ target: { kind: "destination", id: placeOf((next += 7919)) } }),
            ]),
          ),
        ),
      );
    }
  const doc = createDocument(blocks, { title: "Linked" });
  held = {
    pages,
    doc: doc.type.create({ ...doc.attrs, registry: { bookmarks, anchors: {} } }, doc.content),
  };
  return held.doc;
}

const fresh = (pages: number) => schema.nodeFromJSON(linked(pages).toJSON());

/** What is asked after each change: every link followed, and which are broken. */
const follow = (index: DocumentIndex): unknown => followLinks(index);

function alone(name: string, ready: Task["ready"]): Task {
  return { name: `links: ${name}`, beside: [], times: 1, ready };
}

/** A change of the document, after which the index is made and all links are followed; only that is timed. */
function after(name: string, change: (doc: Node, turn: number) => Node): Task {
  return alone(name, (pages) => {
    let index = indexDocument(fresh(pages));
    follow(index);
    let turn = 0;
    return () => {
      const doc = change(index.doc, turn++);
      const started = performance.now();
      index = indexDocument(doc, index);
      follow(index);
      return performance.now() - started;
    };
  });
}

/** Ten places and twenty-odd links a page: following them, finding places, and what a change means for them. */
export const LINK_TASKS: readonly Task[] = [
  alone("follow all from cold", (pages) => {
    let doc = fresh(pages);
    return () => {
      const started = performance.now();
      follow(indexDocument(doc));
      const time = performance.now() - started;
      doc = fresh(pages);
      return time;
    };
  }),
  alone("list of all links, each with its place", (pages) => {
    let doc = fresh(pages);
    let index = indexDocument(doc);
    return () => {
      const started = performance.now();
      resolveLinks(index);
      const time = performance.now() - started;
      doc = fresh(pages);
      index = indexDocument(doc);
      return time;
    };
  }),
  after("follow all after one keystroke", (doc, turn) => {
    let pos = Math.floor(doc.content.size * [0.05, 0.5, 0.95][turn % 3]!);
    while (!doc.resolve(pos).parent.inlineContent) pos++;
    return new Transform(doc).insert(pos, schema.text("x")).doc;
  }),
  after(
    "follow all after one rename",
    (doc, turn) =>
      new Transform(doc).step(
        new RegistryStep({
          part: "bookmarks",
          id: "b3" as DestinationId,
          field: "name",
          value: `Name ${turn}`,
        }),
      ).doc,
  ),
  alone("the picker's list after a typed letter", (pages) => {
    const index = indexDocument(linked(pages));
    void index.destinations;
    return () => placesSought(index, "l");
  }),
  alone("what taking a section out means", (pages) => {
    const index = indexDocument(linked(pages));
    void index.links;
    const { heading, end } = index.sections[Math.floor(index.sections.length / 2)]!;
    return () => impactOf(index, { stretches: [{ from: heading.pos, to: end }], bookmarks: [] });
  }),
  alone("words of all cross-references", (pages) => {
    const index = indexDocument(linked(pages));
    void index.destination("h0" as DestinationId);
    return () => index.references.map(({ reference, from }) => referenceWords(reference, from, index, null));
  }),
  alone("mentions in plain words", (pages) => {
    const index = indexDocument(linked(pages));
    return () => mentionsIn(index);
  }),
];
