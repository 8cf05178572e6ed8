import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

const FOLDER = path.join(process.cwd(), "demo", "night-operations-manual");

/** Titles that stand in the long manual as ordinary lines, to be given their levels by an author. */
export const PLAIN_TITLES = ["Opening the dome", "Weather rules", "Emergencies"];

/**
 * A manual of well over a hundred pages (40,000 words) as its author would have it in a file: no pictures, some titles
 * without a level, the second half under its own part.
 */
export function longManual(): string {
  const parts = readdirSync(FOLDER)
    .filter((name) => name.endsWith(".md"))
    .sort()
    .map((name) => readFileSync(path.join(FOLDER, name), "utf8"));
  const text = parts
    .join("\n")
    .replace(/^---[\s\S]*?---\n/, "")
    .replace(/^!\[.*$/gm, "");
  let first = text;
  for (const title of PLAIN_TITLES)
    first = first.replace(new RegExp(`^# ${title} \\{#(.*)\\}$`, "m"), `<a id="$1"></a>${title}`);
  const second = text
    .replace(/\{#([a-z0-9-]+)\}/g, "{#second-$1}")
    .replace(/\]\(#([a-z0-9-]+)\)/g, "](#second-$1)")
    .replace(/^(#+) (.*?)( \{#.*)$/gm, "$1 $2, second book$3");
  return `${first}\n\n${second}`;
}
