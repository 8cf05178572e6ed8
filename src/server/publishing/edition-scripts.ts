import { readFileSync } from "node:fs";
import path from "node:path";

/** The programs for search on published pages, as they were built into `dist` under `root`. */
export function editionScripts(root: string): { readonly page: string; readonly search: string } {
  const read = (name: string) => readFileSync(path.join(root, "dist", name), "utf8");
  return { page: read("edition-read.js"), search: read("edition-search.js") };
}
