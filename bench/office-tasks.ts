import mammoth from "mammoth";
import { FORMATS, readFile, zipped } from "@/core/formats";
import type { ArchiveFormatName } from "@/core/formats/formats";
import { writeArchive } from "@/core/formats/write-archive";
import { material, type Task } from "./material";
import { docxBytes, epubBytes, odtBytes } from "./office-material";

/** Processor time that something took, in milliseconds: collecting garbage in other threads counts as well. */
async function processorTime(run: () => unknown): Promise<number> {
  const before = process.cpuUsage();
  await run();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1_000;
}

function reading(name: string, bytesOf: (pages: number) => Uint8Array, beside: readonly string[]): Task {
  return {
    name: `formats: import of ${name}`,
    beside,
    times: 1,
    ready: (pages) => {
      const bytes = bytesOf(pages);
      return () =>
        processorTime(() => {
          const read = readFile(`bench${name}`, bytes);
          if (!read.ok) throw new Error(read.error.reason);
        });
    },
  };
}

/** Writing, packing included; the pages are laid out before. */
function writing(format: ArchiveFormatName): Task {
  return {
    name: `formats: export of ${FORMATS[format].called}`,
    beside: [],
    times: 1,
    ready: (pages) => {
      const { manuscript } = material(pages);
      return () =>
        processorTime(() => {
          let bytes = 0;
          for (const piece of zipped(writeArchive(manuscript, format).files)) bytes += piece.length;
          if (bytes === 0) throw new Error("nothing was written");
        });
    },
  };
}

const MAMMOTH = "formats: mammoth, .docx to HTML";

/** Files of word processors and e-books, in processor time. */
export const OFFICE_TASKS: readonly Task[] = [
  reading(".docx", docxBytes, [MAMMOTH]),
  {
    name: MAMMOTH,
    beside: [],
    times: 1,
    ready: (pages) => {
      const buffer = Buffer.from(docxBytes(pages));
      return () => processorTime(() => mammoth.convertToHtml({ buffer }));
    },
  },
  reading(".odt", odtBytes, []),
  reading(".epub", epubBytes, []),
  writing("docx"),
  writing("odt"),
  writing("epub"),
];
