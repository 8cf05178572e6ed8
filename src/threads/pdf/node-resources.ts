import { readFile } from "node:fs/promises";
import path from "node:path";
import { pixelsOf, type Pictures } from "@/core/document";
import type { ResourceSource } from "@/core/layout";

/** What pages are laid out with, from the folder of the fonts and the pictures of a document. */
export function nodeResources(fontFolder: string, pictures: Pictures): ResourceSource {
  return {
    async fontTable(key) {
      return JSON.parse(await readFile(path.join(fontFolder, `${key}.json`), "utf8"));
    },
    font: (key) => readFile(path.join(fontFolder, `${key}.ttf`)),
    pictureSize(name) {
      const picture = pictures.get(name);
      return Promise.resolve(picture ? pixelsOf(picture) : null);
    },
  };
}
