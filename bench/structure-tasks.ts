import { Transform } from "prosemirror-transform";
import { EditorState } from "prosemirror-state";
import { indexDocument } from "@/core/destinations";
import { schema } from "@/core/document";
import { occurrencesOf, type Sought } from "@/core/find";
import { proposedTitles } from "@/core/structure";
import { makeStructure } from "@/editor/commands/levels";
import { replaceWords } from "@/editor/commands/replace-words";
import { moveSections } from "@/editor/commands/sections";
import { fresh, material, type Task } from "./material";

const SOUGHT: Sought = {
  words: "lamp",
  how: "words",
  matchCase: false,
  accents: false,
  wholeWords: false,
};

/** Finding in a document whose lines are known, as at each letter typed into the field. */
function find(name: string, sought: Partial<Sought>): Task {
  return {
    name,
    beside: [],
    times: 1,
    ready: (pages) => {
      const { doc } = material(pages).manuscript;
      return () => occurrencesOf(doc, { ...SOUGHT, ...sought });
    },
  };
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
  {
    name: "replace words everywhere, and the index after it",
    beside: [],
    times: 1,
    ready: (pages) => {
      const doc = fresh(material(pages).manuscript);
      const state = EditorState.create({ doc });
      const index = indexDocument(doc);
      const places = occurrencesOf(doc, SOUGHT);
      return () => {
        const started = performance.now();
        indexDocument(replaceWords(state.tr, places, "lantern").doc, index);
        return performance.now() - started;
      };
    },
  },
  {
    name: "move a section of a twentieth of the document, and the index after it",
    beside: [],
    times: 1,
    ready: (pages) => {
      const doc = fresh(material(pages).manuscript);
      const state = EditorState.create({ doc });
      const index = indexDocument(doc);
      const { sections } = index;
      const wanted = doc.content.size / 20;
      const section = sections.reduce((best, one) =>
        Math.abs(one.end - one.heading.pos - wanted) < Math.abs(best.end - best.heading.pos - wanted)
          ? one
          : best,
      );
      const ids = sections.filter(
        ({ heading }) => heading.pos >= section.heading.pos && heading.pos < section.heading.pos + wanted,
      );
      return () => {
        const started = performance.now();
        const tr = moveSections(
          state.tr,
          index,
          ids.map(({ heading }) => heading.id),
          null,
        );
        const { headings } = indexDocument(tr!.doc, index);
        return headings.length > 0 ? performance.now() - started : NaN;
      };
    },
  },
  {
    name: "propose titles (all headings typed in bold)",
    beside: [],
    times: 1,
    ready: (pages) => {
      const doc = untitled(pages);
      return () => proposedTitles(doc);
    },
  },
  {
    name: "give 500 titles their levels",
    beside: [],
    times: 1,
    ready: (pages) => {
      const state = EditorState.create({ doc: untitled(pages) });
      const titles = proposedTitles(state.doc).slice(0, 500);
      return () => makeStructure(state.tr, titles);
    },
  },
];

/** The document with each heading as a line in bold. */
function untitled(pages: number) {
  const { doc } = material(pages).manuscript;
  const { heading, paragraph } = schema.nodes;
  const blocks = doc.content.content.map((block) =>
    block.type === heading ? paragraph.create({ id: block.attrs.id as string }, block.content) : block,
  );
  const tr = new Transform(schema.nodes.doc.create(doc.attrs, blocks));
  doc.forEach((block, pos) => {
    if (block.type === heading) tr.addMark(pos + 1, pos + block.nodeSize - 1, schema.marks.strong.create());
  });
  return tr.doc;
}
