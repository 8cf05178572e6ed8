import { colourOnPaper } from "@/core/styles/colour-on-paper";
import { escapeXml } from "../xml/escape-xml";

const WIDTH = 1_200;
const HEIGHT = 1_800;
const LETTERS_IN_LINE = 18;
const MAX_LINES = 9;

/** A cover that says the title, as a drawing. */
export function coverSvg(title: string, direction: "ltr" | "rtl"): string {
  const lines = linesOf(title);
  const size = lines.length > 5 ? 92 : 120;
  const x = direction === "rtl" ? WIDTH - 120 : 120;
  const words = lines.map(
    (line, i) =>
      `<text x="${x}" y="${420 + i * size * 1.25}" font-size="${size}" font-family="Literata, Georgia, serif" font-weight="600" fill="#fbf8f2"${direction === "rtl" ? ' direction="rtl"' : ""}>${escapeXml(line)}</text>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}"><title>${escapeXml(title)}</title><rect width="${WIDTH}" height="${HEIGHT}" fill="${colourOnPaper("tide")}"/><rect x="120" y="250" width="160" height="10" fill="#d0a265"/>${words.join("")}</svg>
`;
}

function linesOf(title: string): string[] {
  const lines: string[] = [];
  for (const word of title.split(/\s+/).filter(Boolean)) {
    const last = lines.at(-1);
    if (last !== undefined && `${last} ${word}`.length <= LETTERS_IN_LINE)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word.length > LETTERS_IN_LINE * 1.5 ? `${word.slice(0, LETTERS_IN_LINE)}…` : word);
  }
  return lines.length > MAX_LINES ? [...lines.slice(0, MAX_LINES - 1), "…"] : lines;
}
