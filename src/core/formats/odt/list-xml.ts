import type { Node } from "prosemirror-model";
import { asKind, isKind, type ListCount } from "@/core/document";
import { numeralsType } from "@/core/model/list-count";
import { escapeXml } from "../xml/escape-xml";
import { blocksXml, blockXml, INDENT, type Place } from "./block-xml";
import { startWithin } from "@/core/index";
import type { OdtOutput } from "./odt-output";

/** Lists are ten levels deep at most (ISO 26300-1, 16.31). */
const LEVELS = 10;

const BULLETS = ["•", "◦", "▪"];

/**
 * A list. Items hold paragraphs and lists only: one in which anything else stands is written as a section for each item, so that nothing of it is
 * lost.
 */
export function listXml(node: Node, place: Place, output: OdtOutput, start: number): string {
  let isPlain = true;
  node.forEach((item) => (isPlain &&= holdsListsOnly(item)));
  return isPlain ? plainList(node, place, output, start) : listInSections(node, place, output, start);
}

function holdsListsOnly(node: Node): boolean {
  let plain = true;
  node.forEach((child) => {
    if (isKind(child, "bullet_list", "ordered_list"))
      child.forEach((item) => (plain &&= holdsListsOnly(item)));
    else plain &&= isKind(child, "paragraph");
  });
  return plain;
}

function plainList(node: Node, place: Place, output: OdtOutput, start: number): string {
  const count = asKind(node, "ordered_list");
  const within = { ...place, indent: 0, depth: place.depth + 1 };
  const items = node.content.content.map((item, i) => {
    const begins = i === 0 && count && !count.continues && start !== 1 ? ` text:start-value="${start}"` : "";
    const { checked } = asKind(item, "list_item")!;
    let blocks = "";
    item.forEach((child, _offset, at) => {
      const inner = isKind(child, "ordered_list") ? startWithin(item, at) : 1;
      const xml = blockXml(child, within, output, inner);
      blocks += at === 0 && checked !== null ? withBox(xml, checked, output) : xml;
    });
    return `<text:list-item${begins}>${blocks}</text:list-item>`;
  });
  const goesOn = count?.continues ? ' text:continue-numbering="true"' : "";
  return `<text:list text:style-name="${listStyle(count, place, output)}"${goesOn}>${items.join("")}</text:list>`;
}

function listInSections(node: Node, place: Place, output: OdtOutput, start: number): string {
  const count = asKind(node, "ordered_list");
  const style = listStyle(count, { ...place, depth: 0 }, output);
  const items = node.content.content.map((item, i) => {
    const { checked } = asKind(item, "list_item")!;
    const first = blockXml(item.child(0), { ...place, indent: 0, depth: 1 }, output, 1);
    const begins = count && !count.continues && i === 0 && start !== 1 ? ` text:start-value="${start}"` : "";
    const goesOn = i > 0 || count?.continues ? ' text:continue-numbering="true"' : "";
    const label = `<text:list text:style-name="${style}"${goesOn}><text:list-item${begins}>${checked === null ? first : withBox(first, checked, output)}</text:list-item></text:list>`;
    const rest = blocksXml(item, { ...place, indent: place.indent + INDENT, depth: 0 }, output, 1);
    return output.tagged("item", output.tagged("label", label) + rest);
  });
  const kept = output.clean ? "" : ` ${output.keep(count ? countOf(count, start) : null)}`;
  return output.tagged(`items${kept}`, items.join(""));
}

/** How a list counts, as it is kept. */
function countOf({ numerals, before, after, continues }: ListCount, start: number): ListCount {
  return { start: continues ? 1 : start, numerals, before, after, continues };
}

function listStyle(count: ListCount | null, { depth, indent }: Place, output: OdtOutput): string {
  const levels = Array.from({ length: LEVELS }, (_, i) => {
    const label = `<style:list-level-properties text:list-level-position-and-space-mode="label-alignment"><style:list-level-label-alignment text:label-followed-by="listtab" fo:text-indent="-${INDENT}pt" fo:margin-left="${indent + (i + 1) * INDENT}pt"/></style:list-level-properties>`;
    if (!count)
      return `<text:list-level-style-bullet text:level="${i + 1}" text:bullet-char="${BULLETS[i % BULLETS.length]}">${label}</text:list-level-style-bullet>`;
    const { numerals, before, after } = i === depth ? count : PLAIN;
    return `<text:list-level-style-number text:level="${i + 1}" style:num-format="${numeralsType(numerals)}"${before && ` style:num-prefix="${escapeXml(before)}"`}${after && ` style:num-suffix="${escapeXml(after)}"`}>${label}</text:list-level-style-number>`;
  });
  return output.automatic.ofList(levels.join(""));
}

const PLAIN = { numerals: "decimal", before: "", after: "." } as const;

/** The box of an item before its first words. */
function withBox(paragraph: string, checked: boolean, output: OdtOutput): string {
  const box = output.taggedWords(`box ${checked ? 1 : 0}`, `${checked ? "\u2612" : "\u2610"}<text:s/>`);
  return paragraph.replace(/^<text:p[^>]*?(\/?)>/, (tag, closes: string) =>
    closes ? `${tag.slice(0, -2)}>${box}</text:p>` : tag + box,
  );
}
