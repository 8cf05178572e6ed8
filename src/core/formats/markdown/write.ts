import type { BlockContent, PhrasingContent, RootContent } from "mdast";
import { gfmFootnoteToMarkdown } from "mdast-util-gfm-footnote";
import { gfmStrikethroughToMarkdown } from "mdast-util-gfm-strikethrough";
import { gfmTableToMarkdown } from "mdast-util-gfm-table";
import { gfmTaskListItemToMarkdown } from "mdast-util-gfm-task-list-item";
import { mathToMarkdown } from "mdast-util-math";
import { defaultHandlers, toMarkdown } from "mdast-util-to-markdown";
import type { Node } from "prosemirror-model";
import {
  FIRST_LANGUAGE,
  isNoteList,
  leadsBack,
  type Manuscript,
  type NotePart,
  partsOfNote,
  settingsOf,
  documentTitle,
} from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { returnLinks, type ReturnLink } from "@/core/wayfinding";
import { placeholderFor } from "../bytes-in-text";
import { notesHtml } from "../html/block-html";
import { HtmlOutput } from "../html/html-output";
import { recognisedLanguage } from "../intake/recognised-language";
import { withMarkedPlaces } from "../marked-places";
import { BesideFile } from "../outside";
import type { PromisedLink } from "../promised-link";
import type { WriteOptions } from "../write-options";
import { blockMarkdown, listsApart } from "./block-markdown";
import { RETURN_MARKER, returnsComment } from "./conventions";
import { inlineMarkdown } from "./inline-markdown";
import { html, MarkdownOutput, noteLabel } from "./markdown-output";

/** Writes a document as Markdown. What Markdown has no sign for stands as HTML, which CommonMark allows. */
export function writeMarkdown(
  { doc, pictures }: Manuscript,
  { library, pages }: Pick<WriteOptions, "library" | "pages"> = {},
): { text: string; promised: PromisedLink[] } {
  const places = withMarkedPlaces(doc);
  const { index } = places;
  const output = new HtmlOutput(
    places,
    new BesideFile(library, ".md"),
    (name) => {
      const picture = pictures.get(name);
      return picture ? `data:${picture.type};base64,${placeholderFor(name)}` : "";
    },
    pages,
  );
  const body = toMarkdown(
    { type: "root", children: documentMarkdown(index.doc, new MarkdownOutput(index, output)) },
    {
      bullet: "-",
      rule: "*",
      fences: true,
      listItemIndent: "one",
      extensions: [
        gfmTableToMarkdown({ tablePipeAlign: false }),
        gfmStrikethroughToMarkdown(),
        gfmFootnoteToMarkdown(),
        gfmTaskListItemToMarkdown(),
        mathToMarkdown(),
        // Else a paragraph would be read as the definition of the one before it, or as a notice.
        { unsafe: BEGINS.map(([character, after]) => ({ atBreak: true, character, after })) },
      ],
      handlers: { list },
      join: [(left, right) => (left.type === "html" && right.type === "html" ? 1 : undefined)],
    },
  );
  return { text: frontMatter(doc, index) + body, promised: output.promised };
}

/** A list whose counts may have a bracket behind them. */
const list: typeof defaultHandlers.list = (node, parent, state, info) => {
  const before = state.options.bulletOrdered;
  state.options.bulletOrdered = node.data?.behind === ")" ? ")" : ".";
  const written = defaultHandlers.list(node, parent, state, info);
  state.options.bulletOrdered = before;
  return written;
};

/** Signs that mean something at the beginning of a line, with what follows them. */
const BEGINS = [
  [":", "[\\t :]"],
  ["~", "[\\t ]"],
  ["!", "!"],
  ["?", "\\?"],
] as const;

function frontMatter(doc: Node, index: DocumentIndex): string {
  const { language } = settingsOf(doc);
  const title = documentTitle(doc);
  const lines = [
    ...(title && title !== index.headings[0]?.name ? [`title: ${JSON.stringify(title)}`] : []),
    // A reader that is told nothing goes by the words.
    ...(language !== FIRST_LANGUAGE || (recognisedLanguage(doc) ?? language) !== language
      ? [`lang: ${language}`]
      : []),
  ];
  return lines.length > 0 ? `---\n${lines.join("\n")}\n---\n\n` : "";
}

function documentMarkdown(doc: Node, output: MarkdownOutput): RootContent[] {
  const { index } = output;
  const content: RootContent[] = [];
  const rule = settingsOf(doc).returns;
  if (leadsBack(rule)) content.push(html(returnsComment(rule)));
  const returns = new Map(returnLinks(index).map((link) => [link.block, link]));
  doc.forEach((block, pos, i) => {
    content.push(...output.bookmarksOn(block), ...blockMarkdown(block, pos, output));
    const back = returns.get(i + 1);
    if (back) content.push(returnMarkdown(back, output));
  });
  for (const { written, pos } of output.notes)
    content.push({
      type: "footnoteDefinition",
      identifier: noteLabel(written),
      children: partsOfNote(written.note).map((part) => noteMarkdown(part, pos + 1, output)),
    });
  // Those of blocks that stand as HTML.
  return [...listsApart(content), ...notesHtml(output.html).map(html)];
}

/** A part of a note whose content begins at `pos`. */
function noteMarkdown(part: NotePart, pos: number, output: MarkdownOutput): BlockContent {
  if (!isNoteList(part))
    return { type: "paragraph", children: inlineMarkdown(part.words, pos + part.from, output) };
  return {
    type: "list",
    ordered: part.item === "number",
    spread: part.items.some(([, second]) => second && !isNoteList(second)),
    children: part.items.map((item) => ({
      type: "listItem",
      children: item.map((own) => noteMarkdown(own, pos, output)),
    })),
  };
}

/** The links at the end of a section, with the sign by which they are known as generated. */
function returnMarkdown({ ways }: ReturnLink, output: MarkdownOutput): RootContent {
  const links = ways.flatMap(({ to, words }, way): PhrasingContent[] => [
    ...(way > 0 ? [{ type: "text" as const, value: " · " }] : []),
    { type: "link", url: output.html.hrefOf(to, words), children: [{ type: "text", value: words }] },
  ]);
  return { type: "paragraph", children: [...links, html(RETURN_MARKER)] };
}
