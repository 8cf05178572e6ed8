import { randomNumbers } from "#tests/random-numbers";

/**
 * Documents of a given number of pages (400 words each) for measuring: headings of three levels, paragraphs with links
 * and emphasis, lists, tables and anchors, in the proportions of a manual. The same pages give the same text.
 */

const WORDS =
  "the dome shutter opens slowly while observer checks wind and mirror cover before each night log entry of hill with lamp post road gate because weather changes quickly after dusk so nobody waits alone under stars when frost comes early".split(
    " ",
  );
const WORDS_PER_PAGE = 400;

/**
 * Made-up words as many as a long text has, of which few are frequent: the n-th comes once for n times the first (Zipf's law). Of a share from 0 to 1, a word.
 */
export function wideVocabulary(count = 12_000): (share: number) => string {
  const next = randomNumbers(7);
  const sounds = [
    "ka",
    "lo",
    "mi",
    "ren",
    "tu",
    "sol",
    "be",
    "dar",
    "fi",
    "nor",
    "ves",
    "pa",
    "gri",
    "ham",
    "ost",
    "ul",
  ];
  const words = Array.from({ length: count }, () =>
    Array.from(
      { length: 1 + Math.floor(next() * 4) },
      () => sounds[Math.floor(next() * sounds.length)]!,
    ).join(""),
  );
  return (share) => words[Math.min(count - 1, Math.floor(count ** share) - 1)]!;
}

const fewWords = (share: number) => WORDS[Math.floor(share * WORDS.length)]!;

/** The Markdown of a manual of so many pages. */
export function generatedMarkdown(pages: number, wordOf: (share: number) => string = fewWords): string {
  const next = randomNumbers(pages);
  const words = (count: number) => Array.from({ length: count }, () => wordOf(next())).join(" ");
  const headings = pages * 2;
  const blocks: string[] = [];
  let written = 0;
  let heading = 0;
  while (written < pages * WORDS_PER_PAGE) {
    if (heading * (WORDS_PER_PAGE / 2) <= written) {
      const level = heading % 12 === 0 ? 1 : heading % 3 === 0 ? 2 : 3;
      blocks.push(`${"#".repeat(level)} ${words(4)} ${heading} {#h${heading}}`);
      heading++;
      written += 5;
    }
    const kind = next();
    if (kind < 0.72) {
      const link = Math.floor(next() * headings * 0.98);
      blocks.push(`${words(22)} [${words(3)}](#h${link}) ${words(14)} **${words(2)}** ${words(12)}.`);
      written += 53;
    } else if (kind < 0.86) {
      blocks.push(Array.from({ length: 4 }, () => `- ${words(9)}`).join("\n"));
      written += 36;
    } else if (kind < 0.93) {
      const row = () => `| ${words(3)} | ${words(3)} | ${words(4)} |`;
      blocks.push([row(), "| --- | --- | --- |", row(), row(), row()].join("\n"));
      written += 40;
    } else {
      blocks.push(`> ${words(30)} <a id="b${blocks.length}"></a>${words(6)}.`);
      written += 36;
    }
  }
  return blocks.join("\n\n") + "\n";
}
