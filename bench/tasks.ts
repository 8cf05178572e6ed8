import { fromMarkdown } from "mdast-util-from-markdown";
import { toc } from "mdast-util-toc";
import { parse } from "parse5";
import { fromHtml } from "hast-util-from-html";
import { toHtml } from "hast-util-to-html";
import rehypeSlug from "rehype-slug";
import sanitizeHtml from "sanitize-html";
import { Transform } from "prosemirror-transform";
import { schema } from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/index";
import { readFile, writeFile } from "@/core/formats";
import { resolveLinks } from "@/core/links";
import { contentsEntries } from "@/core/wayfinding";
import { bytes, fresh, material, type Task } from "./material";
import { LINK_TASKS } from "./link-tasks";
import { OFFICE_TASKS } from "./office-tasks";
import { WAYFINDING_TASKS } from "./wayfinding-tasks";
import { STRUCTURE_TASKS } from "./structure-tasks";

/** Keys typed at the beginning, in the middle and near the end; only the index is timed, not the step itself. */
function keystrokes(pages: number, ask: (index: DocumentIndex) => unknown): () => number {
  let index = indexDocument(fresh(material(pages).manuscript));
  ask(index);
  let turn = 0;
  return () => {
    const share = [0.05, 0.5, 0.95][turn++ % 3]!;
    let pos = Math.floor(index.doc.content.size * share);
    while (!index.doc.resolve(pos).parent.inlineContent) pos++;
    const { doc } = new Transform(index.doc).insert(pos, schema.text("x"));
    const started = performance.now();
    index = indexDocument(doc, index);
    ask(index);
    return performance.now() - started;
  };
}

/** What the rope and contents lists ask of the index after each key. */
function touch(index: DocumentIndex): number {
  return index.headings.length + index.sections.length + index.words;
}

/** All that it holds, as the first index is asked for. */
function touchAll(index: DocumentIndex): void {
  touch(index);
  void index.links;
  void index.destinations;
  void index.anchors;
  resolveLinks(index);
}

const ALLOWED: sanitizeHtml.IOptions = {
  allowedTags: [...sanitizeHtml.defaults.allowedTags, "img"],
  allowedAttributes: { "*": ["id", "href", "name", "style"] },
};

export const TASKS: readonly Task[] = [
  {
    name: "import of Markdown",
    beside: ["fromMarkdown (mdast) alone"],
    times: 1,
    ready: (pages) => {
      const file = bytes(material(pages).markdown);
      return () => readFile("bench.md", file);
    },
  },
  {
    name: "fromMarkdown (mdast) alone",
    beside: [],
    times: 1,
    ready: (pages) => {
      const { markdown } = material(pages);
      return () => fromMarkdown(markdown);
    },
  },
  {
    name: "import of HTML",
    beside: ["sanitize-html (text to text)", "sanitize-html, then parse5 (text to tree)"],
    times: 1,
    ready: (pages) => {
      const file = bytes(material(pages).html);
      return () => readFile("bench.html", file);
    },
  },
  {
    name: "sanitize-html (text to text)",
    beside: [],
    times: 1,
    ready: (pages) => {
      const { html } = material(pages);
      return () => sanitizeHtml(html, ALLOWED);
    },
  },
  {
    name: "sanitize-html, then parse5 (text to tree)",
    beside: [],
    times: 1,
    ready: (pages) => {
      const { html } = material(pages);
      return () => parse(sanitizeHtml(html, ALLOWED));
    },
  },
  {
    name: "first index",
    beside: [],
    times: 1,
    ready: (pages) => {
      const { manuscript } = material(pages);
      let doc = fresh(manuscript);
      return () => {
        const index = indexDocument(doc);
        touchAll(index);
        doc = doc.type.create(
          doc.attrs,
          doc.content.content.map((block) => block.type.create(block.attrs, block.content)),
        );
        return index;
      };
    },
  },
  { name: "index after one keystroke", beside: [], times: 30, ready: (pages) => keystrokes(pages, touch) },
  {
    name: "the same with every link followed",
    beside: [],
    times: 30,
    ready: (pages) => keystrokes(pages, touchAll),
  },
  {
    name: "contents list",
    beside: ["mdast-util-toc"],
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
    beside: [],
    times: 10,
    ready: (pages) => {
      const tree = fromMarkdown(material(pages).markdown);
      return () => toc(tree, { maxDepth: 3 });
    },
  },
  {
    name: "HTML export",
    beside: ["rehype-slug + hast-util-to-html"],
    times: 1,
    ready: (pages) => {
      const { manuscript } = material(pages);
      return () => writeFile(manuscript, "html");
    },
  },
  {
    name: "rehype-slug + hast-util-to-html",
    beside: [],
    times: 1,
    ready: (pages) => {
      const { html } = material(pages);
      const slug = rehypeSlug();
      // Without the ids, which the plugin would keep as they are.
      const bare = html.replace(/(<h[1-6]) id="[^"]*"/g, "$1");
      const tree = fromHtml(bare);
      return () => {
        slug(tree);
        return toHtml(tree);
      };
    },
  },
  ...STRUCTURE_TASKS,
  ...LINK_TASKS,
  ...OFFICE_TASKS,
  ...WAYFINDING_TASKS,
];
