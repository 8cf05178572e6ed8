import { readFileSync } from "node:fs";

const DOT = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=";
/** A draft in which nearly every kind of block stands. The author's own faults in structure (an empty heading, a skipped level) are for Proof to show, not for this test. */
export const DRAFT = readFileSync("demo/instrument-handbook-draft.md", "utf8")
  .replace("####", "###")
  .replace(/^##$/m, "**Before the first night**\n")
  .concat(
    "\n- [x] Lamp\n- [ ] Wick\n\n2) Two\n3) Three\n\nPress ![Key](data:image/png;base64,",
    DOT,
    ") to begin.\n",
  )
  .concat('\nA <span data-type="indexterm" data-primary="lamp">lamp</span>.\n')
  .concat('\n<!-- contents 1-3 {"of":"entries"} #words: Index -->\n\n<!-- /contents -->\n')
  .concat("\nLens tissue\n: Paper that does not scratch.\n\n")
  .concat(
    ...["NOTE", "CAUTION", "WARNING", "DANGER At night"].map((sign) => `> [!${sign}]\n>\n> Never.\n\n`),
  );
