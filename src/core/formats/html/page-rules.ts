import {
  setupOf,
  writtenPageSection,
  type LinePair,
  type PageLines,
  type PageSection,
  type Paper,
  type StyleSheet,
} from "@/core/document";
import { escapeHtml } from "./escape";

/*
 * Pages of an HTML file as a browser prints them (CSS Paged Media Level 3): paper, margins, and what stands above and below the text as far as a
 * browser can fill it in. It knows neither in which section of the text a page begins nor columns and numbers of a section of pages, which
 * stand in the file all the same.
 */

/** The class of the break behind which a section of pages stands, by its place among them; the name of its pages too. */
export function pagesClass(section: number): string {
  return `pages-${section + 1}`;
}

/** What a break says of the pages from it on, as an attribute with a space before it. */
export function pagesAttribute(section: PageSection | null): string {
  return section ? ` data-pages="${escapeHtml(writtenPageSection(section))}"` : "";
}

/** The rules for printed pages. */
export function pageRules(sheet: StyleSheet, sections: readonly PageSection[]): string {
  const { setup, ...lines } = sheet.page;
  // Pages that are no others' are as the browser has them, unless others are set up beside them.
  const paper = setup || sections.some((section) => section.paper) ? setupOf(sheet) : null;
  const own = sections.map((section, i) => {
    const name = pagesClass(i);
    return `.${name}~*{page:${name}}${rulesOf(` ${name}`, section.paper ?? paper, section.lines ?? lines)}`;
  });
  return [rulesOf("", paper, lines), ...own].join("");
}

/** The rules for the pages of a name: its usual ones, its first and its left-hand ones. */
function rulesOf(name: string, paper: Paper | null, lines: PageLines): string {
  const all = name === "";
  const space = all ? " " : "";
  return [
    `@page${name}{${paper ? paperOf(paper) : "margin:20mm;"}font:9pt Figtree,sans-serif;${boxes(lines)}}`,
    lines.even ? `@page${name}${space}:left{${boxes(lines.even)}}` : "",
    // A browser knows only one first page: that of the whole text.
    lines.onFirst || !all ? "" : `@page${name}${space}:first{${boxes(lines.first)}}`,
  ].join("");
}

function paperOf({ width, height, margins }: Paper): string {
  const sides = [margins.top, margins.right, margins.bottom, margins.left].map((side) => `${side}pt`);
  return `size:${width}pt ${height}pt;margin:${sides.join(" ")};`;
}

const BOXES = ["top-left", "top-center", "top-right", "bottom-left", "bottom-center", "bottom-right"];

function boxes(pair: LinePair | undefined): string {
  return BOXES.map((place, i) => {
    const words = pair ? [...pair.header, ...pair.footer][i]! : "";
    return `@${place}{content:${contentOf(words) || "none"}}`;
  }).join("");
}

function contentOf(words: string): string {
  const parts = words.split(/(\{page\}|\{pages\})/).map((part) => {
    if (part === "{page}") return "counter(page)";
    if (part === "{pages}") return "counter(pages)";
    const plain = part.replace(/\{\w+\}/g, "");
    return plain
      ? JSON.stringify(plain).replace(
          /[<\u007f-\uffff]/g,
          (character) => `\\${character.charCodeAt(0).toString(16)} `,
        )
      : "";
  });
  return parts.filter(Boolean).join(" ");
}
