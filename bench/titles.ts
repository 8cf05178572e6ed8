/**
 * How well titles are recognised in plain text that others wrote: free texts from Debian packages, whose titles are known from
 * the HTML of the same package or from the contents list at their front. `TITLES` names a folder in which the packages are
 * unpacked (`dpkg-deb -x`); without it they are looked for where Debian installs them.
 */
import { existsSync, readdirSync, readFileSync, statSync } from "node:fs";
import path from "node:path";
import { gunzipSync } from "node:zlib";
import { readFile } from "@/core/formats";
import { proposedTitles } from "@/core/structure";
import { MEASURED, TUNED, type FreeText } from "./title-texts";

/** A title without its number, case and signs, as it is compared. */
function keyOf(title: string): string {
  return title
    .normalize("NFKC")
    .toLowerCase()
    .replace(
      /^(?:(?:chapter|appendix|hoofdstuk|bijlage)\s+)?(?:[\divxlc]+|[a-z])(?:\.[\da-z]+)*[.:)]*\s+/u,
      "",
    )
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();
}

function bytesOf(file: string): Buffer {
  const bytes = readFileSync(file);
  return file.endsWith(".gz") ? gunzipSync(bytes) : bytes;
}

function truthOf({ truth }: FreeText, text: string, root: string): Set<string> {
  const titles = new Set<string>();
  const add = (title: string) => {
    const key = keyOf(title);
    if (key) titles.add(key);
  };
  if ("between" in truth) {
    const start = truth.between[0].exec(text)!;
    const rest = text.slice(start.index + start[0].length);
    for (const line of rest.slice(0, truth.between[1].exec(rest)?.index).split("\n"))
      if (/^\s*(?:[\d.]+|[IVX]+\.|\p{Lu})/u.test(line)) add(line.trim().replace(/[:.]+$/, ""));
    return titles;
  }
  const at = path.join(root, truth.html);
  const files = statSync(at).isDirectory()
    ? readdirSync(at, { recursive: true, encoding: "utf8" })
        .filter((name) => name.endsWith(".html") && (truth.only?.test(name) ?? true))
        .map((name) => path.join(at, name))
    : [at];
  for (const file of files)
    for (const [, inner] of readFileSync(file, "utf8").matchAll(/<h[1-6][^>]*>([\s\S]*?)<\/h[1-6]>/gi))
      add(
        inner!
          .replace(/<a[^>]*(?:headerlink|anchor)[\s\S]*?<\/a>/g, "")
          .replace(/<[^>]+>/g, "")
          .replace(/&nbsp;|&#160;/g, " ")
          .replace(/&amp;/g, "&")
          .replace(/&lt;/g, "<")
          .replace(/&gt;/g, ">")
          .replace(/&quot;/g, '"')
          .replace(/&[#\w]+;/g, " ")
          .replace(/\s+/g, " ")
          .trim(),
      );
  return titles;
}

function measure(it: FreeText, root: string, show: boolean) {
  const bytes = bytesOf(path.join(root, it.file));
  const read = readFile("text.txt", bytes);
  if (!read.ok) throw new Error(read.error.reason);
  const truth = truthOf(it, new TextDecoder("utf-8").decode(bytes), root);
  const { doc } = read.manuscript;
  const lines = new Set<string>();
  doc.forEach((block) => lines.add(keyOf(block.textContent)));
  doc.forEach((block) =>
    block.forEach(
      (child) => void (child.isText && block.firstChild === child && lines.add(keyOf(child.text!))),
    ),
  );
  const wanted = new Set([...truth].filter((title) => lines.has(title)));
  const began = performance.now();
  const proposed = proposedTitles(doc);
  const time = performance.now() - began;
  const ticked = proposed.filter(({ sure }) => sure);
  const right = ticked.filter(({ words }) => truth.has(keyOf(words)));
  const foundTicked = new Set(right.map(({ words }) => keyOf(words)));
  const foundAll = new Set(proposed.map(({ words }) => keyOf(words)).filter((key) => wanted.has(key)));
  if (show) {
    const wrong = ticked.filter(({ words }) => !truth.has(keyOf(words)));
    for (const { words, clues: signs } of wrong.slice(0, 25))
      console.log("  wrong:", words, signs.map((s) => s.kind).join());
    for (const title of [...wanted].filter((title) => !foundTicked.has(title)).slice(0, 25))
      console.log("  missed:", title);
  }
  return {
    words: doc.textContent.split(/\s+/).length,
    wanted: wanted.size,
    ticked: ticked.length,
    precision: right.length / Math.max(1, ticked.length),
    recall: foundTicked.size / Math.max(1, wanted.size),
    listed: foundAll.size / Math.max(1, wanted.size),
    time,
  };
}

const root = process.env.TITLES ?? "/";
const percent = (share: number) => `${Math.round(share * 100)} %`;
for (const [heading, texts] of [
  ["Tuned on", TUNED],
  ["Measured", MEASURED],
] as const) {
  console.log(`\n${heading}\n`);
  console.log("| text | package, licence | words | titles | ticked | precision | recall | listed | time |");
  console.log("| --- | --- | --- | --- | --- | --- | --- | --- | --- |");
  const sums = { precision: 0, recall: 0, listed: 0, count: 0 };
  for (const text of texts) {
    const at = existsSync(path.join(root, text.file)) ? root : "/";
    if (!existsSync(path.join(at, text.file))) {
      console.log(`| ${text.name} | ${text.from} is not there | | | | | | | |`);
      continue;
    }
    const it = measure(text, at, process.env.SHOW === text.from || process.env.SHOW === text.name);
    sums.precision += it.precision;
    sums.recall += it.recall;
    sums.listed += it.listed;
    sums.count++;
    console.log(
      `| ${text.name} | ${text.from}, ${text.licence} | ${it.words} | ${it.wanted} | ${it.ticked} | ${percent(it.precision)} | ${percent(it.recall)} | ${percent(it.listed)} | ${it.time.toFixed(0)} ms |`,
    );
  }
  const mean = (sum: number) => percent(sum / Math.max(1, sums.count));
  console.log(`| mean | | | | | ${mean(sums.precision)} | ${mean(sums.recall)} | ${mean(sums.listed)} | |`);
}
