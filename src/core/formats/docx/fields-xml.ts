import type { FixedWords, IndexEntry } from "@/core/document";
import { escapeXml } from "../xml/escape-xml";

/** A field with the words it says now (ISO 29500-1, 17.16.18). `result`: runs. */
export function fieldXml(instruction: string, result: string): string {
  return `${fieldBegin(instruction)}${result}${FIELD_END}`;
}

/** The beginning of a field whose result goes over several paragraphs. */
export function fieldBegin(instruction: string): string {
  return `<w:r><w:fldChar w:fldCharType="begin"/></w:r>${instructionXml(instruction)}<w:r><w:fldChar w:fldCharType="separate"/></w:r>`;
}

export const FIELD_END = '<w:r><w:fldChar w:fldCharType="end"/></w:r>';

function instructionXml(instruction: string): string {
  return `<w:r><w:instrText xml:space="preserve"> ${escapeXml(instruction)} </w:instrText></w:r>`;
}

/** A word in the instruction of a field. */
export function quoted(word: string): string {
  return `"${word.replace(/[\\"]/g, "\\$&")}"`;
}

/** An entry of the index (XE), which says the pages of a bookmark. `says`: the words of its language. */
export function entryField({ main, sub, see, also }: IndexEntry, bookmark: string, says: FixedWords): string {
  // A colon parts an entry from the one below it.
  const words = [main, sub].filter(Boolean).map((part) => quoted(part).slice(1, -1).replace(/:/g, "\\:"));
  const sends = [...(see ? [`${says.see} ${see}`] : []), ...(also ? [`${says.seeAlso} ${also}`] : [])];
  const told = sends.length > 0 ? ` \\t ${quoted(sends.join("; "))}` : "";
  return `<w:r><w:fldChar w:fldCharType="begin"/></w:r>${instructionXml(`XE "${words.join(":")}" \\r ${bookmark}${told}`)}${FIELD_END}`;
}
