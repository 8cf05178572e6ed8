import { readFileSync, writeFileSync } from "node:fs";
import { expect, test } from "@jest/globals";
import { FORMAT_NAMES, FORMATS } from "@/core/formats";
import { OPTIONS_ASKED } from "@/core/formats/options-asked";
import { FORM } from "@/core/formats/gaterope/form";
import { format } from "prettier";

const FILE = "docs/formats.md";
const [BEGINS, ENDS] = ["<!-- formats, from src/core/formats/formats.ts -->", "<!-- /formats -->"];

/** The table of all formats, as the document has it. */
function table(): Promise<string> {
  const rows = FORMAT_NAMES.map((name) => {
    const { label, endings, mediaType, reads, writes, lossless } = FORMATS[name];
    return [
      label,
      endings.map((ending) => `\`${ending}\``).join(", "),
      `\`${mediaType}\``,
      reads && writes ? "read and written" : reads ? "read" : "written",
      lossless ? "comes back as it was" : "",
      OPTIONS_ASKED[name].map(({ flag }) => `\`--${flag}\``).join(", "),
    ];
  });
  const head = ["format", "endings", "media type", "", "", "options"];
  const lines = [head, head.map(() => "-"), ...rows].map((cells) => `| ${cells.join(" | ")} |`);
  return format(lines.join("\n"), { parser: "markdown", printWidth: 110 });
}

// `UPDATE_DOCS=1` writes the table again.
test("docs/formats.md has the table of all formats as they are", async () => {
  const text = readFileSync(FILE, "utf8");
  const [before, rest] = text.split(BEGINS);
  const [, after] = rest!.split(ENDS);
  const whole = `${before}${BEGINS}\n\n${await table()}\n${ENDS}${after}`;
  if (process.env.UPDATE_DOCS) writeFileSync(FILE, whole);
  expect(readFileSync(FILE, "utf8")).toBe(whole);
});

test("docs/formats.md shows the open form that is written", () => {
  const text = readFileSync(FILE, "utf8");
  expect(text).toContain(`"version": ${FORM},`);
  expect(text).toContain(`Forms 1 to ${FORM - 1} are read`);
});
