/** Pages and PDF beside other ways to make them from the same text, in one run. Prints the tables of docs/performance.md. */
import { spawnSync } from "node:child_process";

const PAGES = (process.env.PAGES ?? "10,100,1000,3000").split(",").map(Number);
const ROUNDS = Number(process.env.ROUNDS ?? 3);

interface Measured {
  cpu?: number;
  median?: number;
  p95?: number;
  peak: number;
  bytes?: number;
  pages?: number;
}

function measure(task: string, pages: number, env: Record<string, string> = {}): Measured {
  process.stderr.write(`${task}, ${pages} pages\n`);
  const { stdout, stderr, status } = spawnSync(
    process.execPath,
    ["dist/bench-pages-measure.mjs", task, String(pages)],
    {
      encoding: "utf8",
      env: { ...process.env, ...env },
    },
  );
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout.trim().split("\n").at(-1)!) as Measured;
}

/** The median over the rounds, field by field. */
function median(rounds: readonly Measured[]): Measured {
  const field = (name: keyof Measured) => {
    const all = rounds.map((one) => one[name]).filter((value) => value !== undefined);
    return all.length === 0 ? undefined : all.sort((a, b) => a - b)[all.length >> 1];
  };
  return {
    cpu: field("cpu"),
    median: field("median"),
    p95: field("p95"),
    peak: field("peak")!,
    bytes: field("bytes"),
    pages: field("pages"),
  };
}

const TASKS = ["layout", "change", "pdf", "pdf, untagged", "pdfmake", "chromium"] as const;
const results = new Map<string, Measured[]>();
for (const pages of new Set([10, ...PAGES])) measure("prepare", pages);
for (const pages of PAGES)
  for (let round = 0; round < ROUNDS; round++)
    for (const task of TASKS) {
      // The others are slow, and need no more than once there.
      if ((task === "pdfmake" || task === "chromium") && (pages > 1_000 || (pages === 1_000 && round > 0)))
        continue;
      const own = task === "pdf, untagged" ? measure("pdf", pages, { UNTAGGED: "1" }) : measure(task, pages);
      results.set(`${task} ${pages}`, [...(results.get(`${task} ${pages}`) ?? []), own]);
    }

const seconds = (ms: number) => (ms < 1_000 ? `${ms.toFixed(0)} ms` : `${(ms / 1_000).toFixed(2)} s`);
const cell = (task: string, pages: number): string => {
  const rounds = results.get(`${task} ${pages}`);
  if (!rounds) return "–";
  const { cpu, median: middle, p95, peak, bytes } = median(rounds);
  const time = cpu === undefined ? `${middle!.toFixed(1)} ms (p95 ${p95!.toFixed(1)})` : seconds(cpu);
  return `${time}, ${peak.toFixed(0)} MB${bytes === undefined ? "" : `, file ${(bytes / 1e6).toFixed(2)} MB`}`;
};
console.log(
  `\n| CPU time, peak memory | ${PAGES.map((pages) => `${pages.toLocaleString("en")} pages`).join(" | ")} |`,
);
console.log(`| --- | ${PAGES.map(() => "---").join(" | ")} |`);
const NAMES: Record<(typeof TASKS)[number], string> = {
  layout: "(a) cold layout, contents settled",
  change: "(b) all page numbers after one changed block (median)",
  pdf: "(c) whole PDF, tagged, layout included",
  "pdf, untagged": "whole PDF, untagged",
  pdfmake: "pdfmake, untagged",
  chromium: "Chromium: HTML to PDF, tagged, no footer link",
};
for (const task of TASKS)
  console.log(`| ${NAMES[task]} | ${PAGES.map((pages) => cell(task, pages)).join(" | ")} |`);
