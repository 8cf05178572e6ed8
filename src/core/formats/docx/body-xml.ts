import { asKind, idOf, isKind } from "@/core/document";
import { bodyBegins, returnLinks } from "@/core/wayfinding";
import { ListRun, namedXml, outermost } from "./block-xml";
import { sectionsListed } from "./contents-xml";
import type { DocxOutput } from "./docx-output";
import { firstPages, pagesFrom, type WrittenPageLines } from "./page-xml";
import { paragraphXml } from "./paragraph-xml";
import { waysXml } from "./ways-xml";

/** The text of a document with its ways back, in sections of pages. */
export function bodyXml(output: DocxOutput, pageLines: WrittenPageLines): string {
  const { index } = output;
  const { doc } = index;
  const setup = output.sheet.page.setup;
  const roman = setup?.romanFront ? bodyBegins(index) : 0;
  let pages = firstPages(output, roman > 0 ? { numerals: "lower-roman", from: 1 } : null);
  const returns = new Map(returnLinks(index).map((link) => [link.block, link]));
  const listed = sectionMarks(output);
  const lists = new ListRun();
  const place = outermost(output);
  const parts: string[] = [];
  doc.forEach((block, _offset, i) => {
    parts.push(...(listed.get(i) ?? []));
    if (i === roman && roman > 0) {
      parts.push(paragraphXml({ section: pageLines.sectionXml(pages) }, ""));
      pages = {
        ...pages,
        numbering: { numerals: "decimal", from: 1 },
        begins: setup?.rightHand ? "oddPage" : "nextPage",
        hasFirst: false,
      };
    }
    const section = isKind(block, "page_break") ? asKind(block, "page_break")!.section : null;
    if (section) {
      parts.push(paragraphXml({ section: pageLines.sectionXml(pages) }, ""));
      pages = pagesFrom(section, output);
      const { paper } = pages;
      output.textWidth = paper.width - paper.margins.left - paper.margins.right;
    } else {
      const id = idOf(block);
      const start = (id ? index.listStarts.get(id) : undefined) ?? asKind(block, "ordered_list")?.start ?? 1;
      parts.push(namedXml(block, place, output, { lists, start }));
    }
    const back = returns.get(i + 1);
    if (back) parts.push(waysXml(back, output));
  });
  parts.push(...(listed.get(doc.childCount) ?? []));
  const top = output.leadsToTop ? output.bookmarked(output.topName, "") : "";
  // A body ends with a paragraph, behind which its last section stands.
  const last = parts.at(-1)?.endsWith("</w:tbl>") ? "<w:p/>" : "";
  return `${top}${parts.join("")}${last}${pageLines.sectionXml(pages)}`;
}

/** What begins and ends before each block: the bookmarks around sections that a contents list is limited to. */
function sectionMarks(output: DocxOutput): ReadonlyMap<number, readonly string[]> {
  const marks = new Map<number, string[]>();
  const listed = sectionsListed(output);
  const put = (block: number, xml: string) => marks.set(block, [...(marks.get(block) ?? []), xml]);
  for (const { heading, endBlock } of output.index.sections) {
    if (!listed.has(heading.id)) continue;
    const [begin, end] = output.ends(output.names.partOf(heading.id, "section"));
    put(heading.block, begin);
    put(endBlock, end);
  }
  return marks;
}
