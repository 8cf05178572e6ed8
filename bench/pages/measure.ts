import { UNKNOWN_LIBRARY } from "@/core/links";
/** Measures one way of making pages at one length in a process of its own. Prints JSON: milliseconds, of the processor where `cpu`. */
import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import path from "node:path";
import { Fragment, Slice } from "prosemirror-model";
import { CHROMIUM } from "#tests/chromium";
import { indexDocument } from "@/core/index";
import { documentJSON, idOf, isKind, levelOf, schema } from "@/core/document";
import { pdfOptionsSchema, writePdf } from "@/core/formats/pdf";
import { writeHtml } from "@/core/formats/html";
import { layOutPages, layOutWith, Resources, type PageLayout } from "@/core/layout";
import { deflate } from "@/threads/pdf/deflate";
import { nodeResources } from "@/threads/pdf/node-resources";
import { compileForOneRun } from "@/threads/pdf/one-run";
import { textOfPages } from "./text";

const [task, count] = process.argv.slice(2);
const pages = Number(count);
const FONTS = "public/page-fonts";
/** The text as JSON, made once: making it takes more memory than what is measured. */
const prepared = (length: number) => path.join(tmpdir(), `gate-rope-bench-${length}-pages.json`);
const text = (length = pages) => schema.nodeFromJSON(JSON.parse(readFileSync(prepared(length), "utf8")));
const file = path.join(tmpdir(), `gate-rope-bench-${process.pid}.pdf`);

/** Processor time of this process since a moment. */
const clock = () => {
  const before = process.cpuUsage();
  return () => {
    const { user, system } = process.cpuUsage(before);
    return (user + system) / 1_000;
  };
};
const peak = () => process.resourceUsage().maxRSS / 1024;
const at = (all: number[], share: number) => all.sort((a, b) => a - b)[Math.floor(all.length * share)]!;

/** What is laid out with, loaded beforehand, as it is in a window or server that runs. */
async function ready(): Promise<Resources> {
  const resources = new Resources();
  await layOutWith(indexDocument(text(10)), resources, nodeResources(FONTS, new Map()));
  return resources;
}

async function measured(): Promise<object> {
  switch (task) {
    case "prepare": {
      const { doc } = textOfPages(pages);
      writeFileSync(prepared(pages), documentJSON(doc));
      return {};
    }
    case "layout": {
      compileForOneRun();
      const resources = await ready();
      const index = indexDocument(text());
      void index.headings;
      const spent = clock();
      const layout = layOutPages(index, resources);
      const cpu = spent();
      return { cpu, peak: peak(), pages: layout.labels.count };
    }
    case "change": {
      const resources = await ready();
      let doc = text();
      let index = indexDocument(doc);
      let layout: PageLayout = layOutPages(index, resources);
      const times: number[] = [];
      for (let i = 0; i < 160; i++) {
        let block = Math.floor((doc.childCount * ((i * 37) % 100)) / 100);
        while (!isKind(doc.child(block), "paragraph")) block = (block + 1) % doc.childCount;
        let pos = 1;
        for (let b = 0; b < block; b++) pos += doc.child(b).nodeSize;
        doc = doc.replace(pos, pos, new Slice(Fragment.from(schema.text("lamp ")), 0, 0));
        index = indexDocument(doc, index);
        void index.headings;
        const started = performance.now();
        layout = layOutPages(index, resources, layout);
        for (const heading of index.headings) layout.labelAt(heading.pos);
        // The first are warming up.
        if (i >= 60) times.push(performance.now() - started);
      }
      return { median: at(times, 0.5), p95: at(times, 0.95), peak: peak() };
    }
    case "pdf": {
      compileForOneRun();
      const resources = await ready();
      const index = indexDocument(text());
      const spent = clock();
      const layout = layOutPages(index, resources);
      const chunks: Uint8Array[] = [];
      await writePdf(
        layout,
        {
          font: (key) => readFileSync(path.join(FONTS, `${key}.ttf`)),
          picture: () => null,
          attachments: [],
          library: UNKNOWN_LIBRARY,
          deflate,
          made: new Date(0),
        },
        pdfOptionsSchema.parse({ tagged: process.env.UNTAGGED === undefined }),
        (bytes) => void chunks.push(bytes),
      );
      writeFileSync(file, Buffer.concat(chunks));
      return { cpu: spent(), peak: peak(), bytes: statSync(file).size, pages: layout.labels.count };
    }
    case "pdfmake": {
      const pdfmake = createRequire(import.meta.url)("pdfmake") as PdfMake;
      pdfmake.addFonts({
        Literata: {
          normal: `${FONTS}/serif-400.ttf`,
          bold: `${FONTS}/serif-700.ttf`,
          italics: `${FONTS}/serif-400i.ttf`,
          bolditalics: `${FONTS}/serif-700i.ttf`,
        },
      });
      pdfmake.setUrlAccessPolicy?.(() => false);
      const content = forPdfMake(pages);
      const spent = clock();
      await pdfmake.createPdf(content).write(file);
      return { cpu: spent(), peak: peak(), bytes: statSync(file).size };
    }
    case "chromium": {
      const { chromium } = await import("@playwright/test");
      const html = writeHtml({ doc: text(), pictures: new Map() }).text;
      const server = await chromium.launchServer(CHROMIUM);
      const browser = await chromium.connect(server.wsEndpoint());
      const page = await browser.newPage();
      const before = ofTree(server.process().pid!);
      await page.setContent(html, { timeout: 0 });
      await page.pdf({ path: file, format: "A4", tagged: true, outline: true });
      const after = ofTree(server.process().pid!);
      await server.close();
      return { cpu: after.cpu - before.cpu, peak: after.memory, bytes: statSync(file).size };
    }
    default:
      throw new Error(`There is no task “${task}”.`);
  }
}

interface PdfMake {
  addFonts(fonts: object): void;
  setUrlAccessPolicy?(policy: () => boolean): void;
  createPdf(definition: object): { write(file: string): Promise<void> };
}

/** The same text as that library takes it. */
function forPdfMake(count: number): object {
  const doc = text(count);
  const content: object[] = [{ toc: { title: { text: "Contents", style: "heading2" } } }];
  const index = indexDocument(doc);
  const inline = (node: typeof doc) => {
    const parts: object[] = [];
    node.forEach((child) => {
      if (!child.isText) return;
      const link = child.marks.find(({ type }) => type.name === "link");
      const id = (link?.attrs.target as { id?: string } | undefined)?.id;
      parts.push({
        text: child.text,
        bold: child.marks.some(({ type }) => type.name === "strong"),
        ...(id && index.destination(id as never) ? { linkToDestination: id, decoration: "underline" } : {}),
      });
    });
    return parts;
  };
  doc.forEach((block) => {
    switch (block.type.name) {
      case "heading":
        content.push({
          text: inline(block),
          style: `heading${levelOf(block)}`,
          tocItem: true,
          id: idOf(block)!,
        });
        break;
      case "paragraph":
      case "quotation":
        content.push({ text: block.isTextblock ? inline(block) : block.textContent, margin: [0, 0, 0, 10] });
        break;
      case "bullet_list": {
        const items: object[] = [];
        block.forEach((item) => items.push({ text: inline(item.child(0)) }));
        content.push({ ul: items, margin: [0, 0, 0, 10] });
        break;
      }
      case "table": {
        const body: object[][] = [];
        block.child(1).forEach((row) => {
          const cells: object[] = [];
          row.forEach((cell) => cells.push({ text: cell.textContent }));
          body.push(cells);
        });
        content.push({
          table: { headerRows: 1, body },
          layout: "lightHorizontalLines",
          margin: [0, 8, 0, 8],
        });
      }
    }
  });
  return {
    content,
    footer: (page: number) => ({ text: String(page), alignment: "center", linkToPage: 1 }),
    defaultStyle: { font: "Literata", fontSize: 11, lineHeight: 1.1 },
    styles: {
      heading1: { fontSize: 17.5, bold: true, margin: [0, 20, 0, 9] },
      heading2: { fontSize: 13.5, bold: true, margin: [0, 16, 0, 7] },
      heading3: { fontSize: 11.5, bold: true, margin: [0, 14, 0, 6] },
    },
    pageSize: "A4",
    pageMargins: [79, 72, 79, 72],
  };
}

/** Processor time in milliseconds and memory in MB of a process and all that it started. */
function ofTree(root: number): { cpu: number; memory: number } {
  const parents = new Map<number, number[]>();
  const times = new Map<number, number>();
  for (const name of readdirSync("/proc"))
    if (/^\d+$/.test(name))
      try {
        const stat = readFileSync(`/proc/${name}/stat`, "utf8");
        const fields = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
        const parent = Number(fields[1]);
        parents.set(parent, [...(parents.get(parent) ?? []), Number(name)]);
        times.set(Number(name), (Number(fields[11]) + Number(fields[12])) * 10);
      } catch {
        // It ended meanwhile.
      }
  let cpu = 0;
  let memory = 0;
  const visit = (id: number) => {
    cpu += times.get(id) ?? 0;
    try {
      memory += Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${id}/status`, "utf8"))?.[1] ?? 0) / 1024;
    } catch {
      // It ended meanwhile.
    }
    for (const child of parents.get(id) ?? []) visit(child);
  };
  visit(root);
  return { cpu, memory };
}

const result = await measured();
rmSync(file, { force: true });
console.log(JSON.stringify(result));
process.exit(0);
