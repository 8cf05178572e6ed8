import { readFileSync } from "node:fs";
import path from "node:path";
import type { ReaderPrograms } from "@/core/editions";

/** The programs of published pages, as they were built into `dist` under `root`. */
export function editionScripts(root: string): ReaderPrograms {
  const read = (name: string) => readFileSync(path.join(root, "dist", name), "utf8");
  return {
    early: read("edition-early.js"),
    page: read("edition-read.js"),
    search: read("edition-search.js"),
    offline: read("edition-offline.js"),
  };
}
