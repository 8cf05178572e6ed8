import { sized } from "@/components/counted";
import type { FinderEntry } from "@/components/finder";
import type { DocumentIndex } from "@/core/index";
import { attachedFiles } from "@/core/document";
import { EntryLine } from "./entry-line";
import type { ChooseTarget } from "./place-picker";

/** Attached files whose names hold what was typed; `log p 5` is page 5 of a PDF. */
export function fileEntries(typed: string, index: DocumentIndex, choose: ChooseTarget): FinderEntry[] {
  const [, words = "", asked] = /^(.*?)(?:\s+(?:p|page)\.?\s*(\d{1,6}))?$/iu.exec(typed.trim()) ?? [];
  const sought = words.toLowerCase();
  return attachedFiles(index.registry).flatMap(({ id, ...file }) => {
    if (!file.name.toLowerCase().includes(sought)) return [];
    const page = asked && file.pages !== undefined && Number(asked) <= file.pages ? Number(asked) : undefined;
    if (asked && page === undefined) return [];
    return [
      {
        key: `file ${id}`,
        group: "Attached files",
        content: () => (
          <EntryLine
            kind="file"
            name={page === undefined ? file.name : `${file.name}, page ${page}`}
            about={`${sized(file.size)}${file.pages === undefined ? "" : `, ${file.pages} pages; “${shortOf(file.name)} p 3” leads to one`}`}
          />
        ),
        choose: (further = false) =>
          choose({ kind: "file", id, ...(page !== undefined && { page }) }, file.name, further),
      },
    ];
  });
}

function shortOf(name: string): string {
  return name.replace(/\.[^.]*$/, "").slice(0, 12);
}
