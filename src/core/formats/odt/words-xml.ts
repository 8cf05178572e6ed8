import { escapeXml } from "../xml/escape-xml";

/** Words as they stand in a paragraph: white space that would be folded is said by elements (ISO 26300-1, 6.1.2 to 6.1.5). */
export function wordsXml(words: string): string {
  if (!/^ | $| {2}|[\t\r\n]/.test(words)) return escapeXml(words);
  return words
    .split(/(\r\n|[\r\n\t]|^ +| +$| {2,})/)
    .map((part) => {
      if (part === "") return "";
      if (part === "\t") return "<text:tab/>";
      if (/^[\r\n]/.test(part)) return "<text:line-break/>";
      if (/^ +$/.test(part) && (part.length > 1 || words.startsWith(" ") || words.endsWith(" ")))
        return part.length === 1 ? "<text:s/>" : `<text:s text:c="${part.length}"/>`;
      return escapeXml(part);
    })
    .join("");
}
