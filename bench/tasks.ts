import { fromMarkdown } from "mdast-util-from-markdown";
import { toc } from "mdast-util-toc";
import { fromHtml } from "hast-util-from-html";
import { toHtml } from "hast-util-to-html";
import rehypeSlug from "rehype-slug";
import sanitizeHtml from "sanitize-html";
import { Transform } from "prosemirror-transform";
import { schema, type Manuscript } from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/destinations";
import { readFile, writeFile } from "@/core/formats";
import { resolveLinks } from "@/core/links";
import { contentsEntries } from "@/core/wayfinding";
import { generatedMarkdown } from "./generated";

/** One thing to be measured: what is made ready once, and what is timed. `beside` names the library's way of the same. */
export interface Task {
  readonly name: string;
  readonly beside: string | null;
  /** Runs in one timing, so that short ones are measured well. */
  readonly times: number;
  ready(pages: number): () => unknown;
}

const bytes = (text: string) => new TextEncoder().encode(text);
let held: { pages: number; manuscript: Manuscript; markdown: string; html: string } | null = null;

function material(pages: number) {
  if (held?.pages === pages) return held;
  const markdown = generatedMarkdown(pages);
  const read = readFile("bench.md", bytes(markdown));
  if (!read.ok) throw new Error(read.error.reason);
  held = { pages, manuscript: read.manuscript, markdown, html: writeFile(read.manuscript, "html").text };
  return held;
}

/** A copy that shares no node with anything, so that no cache knows it. */
const fresh = (manuscript: Manuscript) => schema.nodeFromJSON(manuscript.doc.toJSON());

function keystrokes(pages: number): () => DocumentIndex {
  const doc = fresh(material(pages).manuscript);
  let index = indexDocument(doc);
  touch(index);
  let turn = 0;
  return () => {
    const places = [0.05, 0.5, 0.95];
    let pos = Math.floor(index.doc.content.size * places[turn++ % 3]!);
    while (!index.doc.resolve(pos).parent.inlineContent) pos++;
    index = indexDocument(new Transform(index.doc).insert(pos, schema.text("x")).doc, index);
    touch(index);
    return index;
  };
}

/** What the screen asks of the index after each key: headings with their sections, bookmarks, links, words. */
function touch(index: DocumentIndex): number {
  return index.headings.length + index.bookmarks.length + index.links.length + index.words;
}

export const TASKS: readonly Task[] = [
  {
    name: "import of Markdown",
    beside: "fromMarkdown (mdast) alone",
    times: 1,
    ready: (pages) => {
      const file = bytes(material(pages).markdown);
      return () => readFile("bench.md", file);
    },
  },
  {
    name: "fromMarkdown (mdast) alone",
    beside: null,
    times: 1,
    ready: (pages) => {
      const { markdown } = material(pages);
      return () => fromMarkdown(markdown);
    },
  },
  {
    name: "import of HTML",
    beside: "sanitize-html",
    times: 1,
    ready: (pages) => {
      const file = bytes(material(pages).html);
      return () => readFile("bench.html", file);
    },
  },
  {
    name: "sanitize-html",
    beside: null,
    times: 1,
    ready: (pages) => {
      const { html } = material(pages);
      const allowedTags = [...sanitizeHtml.defaults.allowedTags, "img"];
      return () =>
        sanitizeHtml(html, { allowedTags, allowedAttributes: { "*": ["id", "href", "name", "style"] } });
    },
  },
  {
    name: "first index",
    beside: null,
    times: 1,
    ready: (pages) => {
      const { manuscript } = material(pages);
      let doc = fresh(manuscript);
      return () => {
        const index = indexDocument(doc);
        touch(index);
        void index.anchors;
        resolveLinks(index);
        doc = doc.type.create(
          doc.attrs,
          doc.content.content.map((block) => block.type.create(block.attrs, block.content)),
        );
        return index;
      };
    },
  },
  { name: "index after one keystroke", beside: null, times: 30, ready: keystrokes },
  {
    name: "contents list",
    beside: "mdast-util-toc",
    times: 10,
    ready: (pages) => {
      const index = indexDocument(material(pages).manuscript.doc);
      void index.headings;
      return () => {
        const entries = contentsEntries(index, { from: 1, to: 3 });
        for (const entry of entries) index.anchors.of(entry.id);
        return entries;
      };
    },
  },
  {
    name: "mdast-util-toc",
    beside: null,
    times: 10,
    ready: (pages) => {
      const tree = fromMarkdown(material(pages).markdown);
      return () => toc(tree, { maxDepth: 3 });
    },
  },
  {
    name: "HTML export",
    beside: "rehype-slug + hast-util-to-html",
    times: 1,
    ready: (pages) => {
      const { manuscript } = material(pages);
      return () => writeFile(manuscript, "html").text.length;
    },
  },
  {
    name: "rehype-slug + hast-util-to-html",
    beside: null,
    times: 1,
    ready: (pages) => {
      const { html } = material(pages);
      const slug = rehypeSlug();
      // Without the ids, which the plugin would keep as they are.
      const bare = html.replace(/(<h[1-6]) id="[^"]*"/g, "$1");
      const tree = fromHtml(bare);
      return () => {
        slug(tree);
        return toHtml(tree).length;
      };
    },
  },
];
