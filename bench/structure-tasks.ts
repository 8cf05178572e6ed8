import { Transform } from "prosemirror-transform";
import { EditorState, type Transaction } from "prosemirror-state";
import { indexDocument, placesSought, type DocumentIndex, type Section } from "@/core/index";
import { idOf, isKind, schema } from "@/core/document";
import { StyleStep } from "@/core/steps";
import { occurrencesOf, type Sought } from "@/core/find";
import { proposedTitles } from "@/core/structure";
import { READY_SHEETS, styleRules } from "@/core/styles";
import { makeStructure } from "@/editor/commands/levels";
import { replaceWords } from "@/editor/commands/replace-words";
import { moveSections } from "@/editor/commands/sections";
import { minimapLabels } from "@/features/write/minimap-labels";
import { bookmarksWithRoom, headingsWithRoom } from "@/features/write/minimap-marks";
import { fresh, material, type Task } from "./material";

const SOUGHT: Sought = {
  words: "lamp",
  how: "words",
  matchCase: false,
  accents: false,
  wholeWords: false,
};

/** What no library is measured beside. */
function alone(name: string, ready: Task["ready"]): Task {
  return { name, beside: [], times: 1, ready };
}

/** Finding in a document whose texts are known, as at each letter typed into the field. */
function find(name: string, sought: Partial<Sought>): Task {
  return alone(name, (pages) => {
    const { doc } = material(pages).manuscript;
    return () => occurrencesOf(doc, { ...SOUGHT, ...sought });
  });
}

/** A change of an open document, with the index after it. */
function change(name: string, ready: (state: EditorState, index: DocumentIndex) => () => Transaction): Task {
  return alone(name, (pages) => {
    const doc = fresh(material(pages).manuscript);
    const index = indexDocument(doc);
    const make = ready(EditorState.create({ doc }), index);
    return () => indexDocument(make().doc, index);
  });
}

/** What is done to the structure of a document, and finding in it. */
export const STRUCTURE_TASKS: readonly Task[] = [
  find("find words", {}),
  find("find whole words, accents and capitals mattering", {
    wholeWords: true,
    accents: true,
    matchCase: true,
  }),
  find("find with wildcards", { how: "wildcards", words: "lamp*st?rs" }),
  change("replace words everywhere, and the index after it", (state) => {
    const places = occurrencesOf(state.doc, SOUGHT);
    return () => replaceWords(state.tr, places, "lantern");
  }),
  change("move a section of a twentieth of the document, and the index after it", (state, index) => {
    const wanted = state.doc.content.size / 20;
    const off = ({ heading, end }: Section) => Math.abs(end - heading.pos - wanted);
    const { heading } = index.sections.reduce((best, one) => (off(one) < off(best) ? one : best));
    const ids = index.headings.filter(({ pos }) => pos >= heading.pos && pos < heading.pos + wanted);
    return () =>
      moveSections(
        state.tr,
        index,
        ids.map(({ id }) => id),
        null,
      )!;
  }),
  change("change a style, with the numbers and labels after it", (state) => {
    let letters = false;
    return () => {
      letters = !letters;
      const tr = state.tr.step(
        new StyleStep({ style: "heading1", look: { numbering: letters ? "letters" : "decimal" } }),
      );
      const index = indexDocument(tr.doc);
      void index.numbers;
      void index.captions;
      return tr;
    };
  }),
  alone("make the rules of a style sheet", () => () => styleRules(READY_SHEETS[1]!, ".manuscript")),
  alone("knots, gates and labels of the rope", (pages) => {
    const { headings, bookmarks, doc } = indexDocument(material(pages).manuscript.doc);
    const y = (pos: number) => (pos / doc.content.size) * 650;
    return () => [
      minimapLabels(headings, bookmarks, y),
      headingsWithRoom(headings, y),
      bookmarksWithRoom(bookmarks, y),
    ];
  }),
  alone("find a place by what is typed", (pages) => {
    const index = indexDocument(material(pages).manuscript.doc);
    return () => placesSought(index, "lamp");
  }),
  alone("propose titles (all headings typed in bold)", (pages) => {
    const doc = untitled(pages);
    return () => proposedTitles(doc);
  }),
  alone("give 500 titles their levels", (pages) => {
    const state = EditorState.create({ doc: untitled(pages) });
    const titles = proposedTitles(state.doc).slice(0, 500);
    return () => makeStructure(state.tr, titles);
  }),
];

/** The document with each heading as a line in bold. */
function untitled(pages: number) {
  const { doc } = material(pages).manuscript;
  const { paragraph } = schema.nodes;
  const blocks = doc.content.content.map((block) =>
    isKind(block, "heading") ? paragraph.create({ id: idOf(block)! }, block.content) : block,
  );
  const tr = new Transform(schema.nodes.doc.create(doc.attrs, blocks));
  doc.forEach((block, pos) => {
    if (isKind(block, "heading")) tr.addMark(pos + 1, pos + block.nodeSize - 1, schema.marks.strong.create());
  });
  return tr.doc;
}
