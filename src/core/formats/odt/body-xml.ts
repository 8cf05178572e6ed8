import { asKind, idOf, isKind } from "@/core/document";
import { bodyBegins, returnLinks } from "@/core/wayfinding";
import { xmlAttribute } from "../xml/escape-xml";
import { namedXml, outermost } from "./block-xml";
import { sequencesXml } from "./caption-xml";
import type { OdtOutput } from "./odt-output";
import type { WrittenPages } from "./pages-xml";
import { waysXml } from "./ways-xml";

/** The text of a document with its ways back, each page set up as its section says. */
export function bodyXml(output: OdtOutput, pages: WrittenPages): string {
  const { index } = output;
  const { doc } = index;
  const setup = output.sheet.page.setup;
  const roman = setup?.romanFront ? bodyBegins(index) : 0;
  const first = pages.first(roman > 0 ? "lower-roman" : "decimal");
  const returns = new Map(returnLinks(index).map((link) => [link.block, link]));
  const place = outermost(output);
  const parts: string[] = [];
  doc.forEach((block, _offset, i) => {
    if (i === roman && roman > 0)
      parts.push(breakXml(pages.body(setup?.rightHand ?? false), 1, output.taggedWords("made", ""), output));
    if (isKind(block, "page_break")) {
      const { section } = asKind(block, "page_break")!;
      const told = output.taggedWords(`break ${output.clean ? "" : output.keep(section)}`, "");
      const master = section && pages.from(section);
      parts.push(breakXml(master, section?.numbering?.from ?? null, told, output));
      if (section?.paper) {
        const { width, margins } = section.paper;
        output.textWidth = width - margins.left - margins.right;
      }
    } else {
      const id = idOf(block);
      const start = (id ? index.listStarts.get(id) : undefined) ?? asKind(block, "ordered_list")?.start ?? 1;
      parts.push(namedXml(block, place, output, start));
    }
    const back = returns.get(i + 1);
    if (back) parts.push(waysXml(back, place, output));
  });
  const body = parts.join("") || '<text:p text:style-name="Standard"/>';
  return sequencesXml(output) + begun(body, first, output);
}

/** A paragraph with which a page begins; it is as low as one can be. */
function breakXml(master: string | null, number: number | null, told: string, output: OdtOutput): string {
  const style = output.automatic.ofParagraph(
    "Page_20_begin",
    master === null
      ? { "fo:break-before": "page" }
      : { "style:page-number": number === null ? "auto" : String(number) },
    master,
  );
  return `<text:p text:style-name="${style}">${told}</text:p>`;
}

/** The text with the kind of its first page, and with the place of its beginning where something leads there. */
function begun(body: string, master: string, output: OdtOutput): string {
  const top = output.leadsToTop ? `<text:bookmark${xmlAttribute("text:name", output.topName)}/>` : "";
  if (!top && master === "Standard") return body;
  const style = output.automatic.ofParagraph("Page_20_begin", {}, master === "Standard" ? null : master);
  return `<text:p text:style-name="${style}">${top}</text:p>${body}`;
}
