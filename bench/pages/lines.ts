/** The quality of lines beside Chromium's, set from the same text: counts of what typesetters avoid. Prints a table. */
import { chromium } from "@playwright/test";
import { CHROMIUM } from "#tests/chromium";
import { indexDocument } from "@/core/index";
import { writeHtml } from "@/core/formats/html";
import { drawPage, layOutWith, Resources } from "@/core/layout";
import { nodeResources } from "@/threads/pdf/node-resources";
import { textOfPages } from "./text";

const PAGES = 100;
const { doc, pictures } = textOfPages(PAGES, { justified: true });

async function ours(): Promise<Counts> {
  const resources = new Resources();
  const layout = (await layOutWith(
    indexDocument(doc),
    resources,
    nodeResources("public/page-fonts", new Map()),
  ))!;
  const counts = { pages: layout.labels.count, widows: 0, orphans: 0, headings: 0, loose: 0, lines: 0 };
  layout.pages.forEach((page, number) => {
    const strips = layout.flows[page.endFlow]?.strips ?? [];
    const [before, after] = [strips[page.endStrip - 1]?.content, strips[page.endStrip]?.content];
    // Whether a paragraph is parted here, and how many of its lines stand on either side.
    if (
      before &&
      after &&
      "text" in before &&
      "text" in after &&
      before.text === after.text &&
      before.kind !== "contents" &&
      before.kind !== "button"
    ) {
      if (before.line === 0) counts.orphans++;
      if (after.kind !== "contents" && after.kind !== "button" && after.line === after.text.lines.length - 1)
        counts.widows++;
    }
    const last = layout.flows[page.endStrip > 0 ? page.endFlow : page.endFlow - 1];
    if (page.endStrip === 0 && last?.keepWithNext) counts.headings++;
    const lines = new Map<number, number>();
    for (const item of drawPage(layout, number).items)
      if (item.kind === "words" && item.tag?.role === "P" && item.text.includes(" "))
        lines.set(
          Math.round(item.y),
          Math.max(
            lines.get(Math.round(item.y)) ?? 0,
            item.extra / (resources.font(item.font)!.space * item.size),
          ),
        );
    counts.lines += lines.size;
    for (const extra of lines.values()) if (extra > 0.5) counts.loose++;
  });
  return counts;
}

interface Counts {
  pages: number;
  widows: number;
  orphans: number;
  headings: number;
  loose: number;
  lines: number;
}

/** Lines of paragraphs as Chromium breaks them at the same measure, with \`text-wrap: pretty\` and its hyphenation. */
async function theirs(): Promise<Pick<Counts, "loose" | "lines">> {
  const html = writeHtml({ doc, pictures }).text;
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage();
  await page.setContent(html);
  await page.addStyleTag({
    content:
      "html{--point:1.3333px!important;font-size:14.6667px!important}body{max-width:none;width:583px;padding:0}main>p{text-wrap:pretty;text-align:justify;hyphens:auto}",
  });
  await page.evaluate(() => document.fonts.ready);
  const counts = await page.evaluate(() => {
    let lines = 0;
    let loose = 0;
    const probe = document.createElement("p");
    document.querySelector("main")!.append(probe);
    const wide = (text: string) => {
      probe.innerHTML = `<span style="white-space:pre">${text}</span>`;
      return probe.firstElementChild!.getBoundingClientRect().width;
    };
    const space = wide("n n") - wide("nn");
    probe.remove();
    for (const paragraph of document.querySelectorAll("main > p")) {
      const walker = document.createTreeWalker(paragraph, NodeFilter.SHOW_TEXT);
      const widths = new Map<number, number[]>();
      const range = document.createRange();
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const text = node.textContent!;
        for (let i = text.indexOf(" "); i >= 0; i = text.indexOf(" ", i + 1)) {
          range.setStart(node, i);
          range.setEnd(node, i + 1);
          const box = range.getBoundingClientRect();
          if (box.width === 0) continue;
          const y = Math.round(box.bottom);
          widths.set(y, [...(widths.get(y) ?? []), box.width]);
        }
      }
      const all = [...widths.entries()]
        .sort(([a], [b]) => a - b)
        .map(([, own]) => own.sort((a, b) => a - b)[own.length >> 1]!);
      lines += all.length;
      for (const width of all.slice(0, -1)) if (width > space * 1.5) loose++;
    }
    return { lines, loose };
  });
  await browser.close();
  return counts;
}

const own = await ours();
const other = await theirs();
console.log(`\nQuality of lines, ${PAGES} pages of 400 words with straight edges:\n`);
console.log("| | Gate Rope | Chromium, `text-wrap: pretty`, `hyphens: auto` |\n| --- | --- | --- |");
console.log(`| lines with spaces | ${own.lines} | ${other.lines} |`);
console.log(`| of these looser than 1.5 times the normal space | ${own.loose} | ${other.loose} |`);
console.log(
  `| widows, orphans, headings left alone at a foot | ${own.widows}, ${own.orphans}, ${own.headings} on ${own.pages} pages | – |`,
);
process.exit(0);
