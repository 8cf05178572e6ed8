/** The lines of a text of so many short sections, each a title and three lines. */
export function sectionedLines(sections: number): string[] {
  return Array.from({ length: sections }, (_, i) => [
    `Section ${i}`,
    `First words of ${i}, by the lamp.`,
    `Middle words of ${i}.`,
    `Last words of ${i}.`,
  ]).flat();
}

/** Such lines as a file, the titles as headings. */
export function sectionedFile(lines: readonly string[]): string {
  return lines.map((line, i) => (i % 4 === 0 ? `## ${line}` : line)).join("\n\n");
}
