import { kept } from "@/core/kept";
import { attachedFiles, type DocumentTarget, type LinkTarget, type Registry } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { UNKNOWN_LIBRARY, type KnownPlace, type KnownLibrary } from "@/core/links";
import { fileNameFor } from "./file-name-for";
import { textFragment } from "./text-fragment";

/** What lies outside of a document that is written. */
export interface Outside {
  readonly library: KnownLibrary;
  /** The address of a place in another document, or of an attached file; null where there is none. */
  address(target: LinkTarget, index: DocumentIndex): string | null;
}

/** As it is seen from a file: the files of other documents lie beside it, attached files in a folder. */
export class BesideFile implements Outside {
  constructor(
    readonly library: KnownLibrary = UNKNOWN_LIBRARY,
    /** How the files of other documents end. */
    private readonly ending: string,
  ) {}

  address(target: LinkTarget, index: DocumentIndex): string | null {
    if (target.kind === "document") {
      const found = this.library.find(target);
      if (typeof found !== "object") return null;
      const file = encodeURIComponent(fileNameFor(found.title, this.ending));
      return `${file}${fragmentOf(target, found)}`;
    }
    if (target.kind === "file") {
      const path = pathsOfFiles(index.registry).get(target.id);
      if (path === undefined) return null;
      const address = path.split("/").map(encodeURIComponent).join("/");
      return target.page === undefined ? address : `${address}#page=${target.page}`;
    }
    return null;
  }
}

/** The part of an address that leads to a place within another document; empty for the whole, and for what has no public name. */
export function fragmentOf({ words }: DocumentTarget, found: KnownPlace): string {
  if (words) return textFragment(words, found.words);
  return found.anchor ? `#${encodeURIComponent(found.anchor)}` : "";
}

/** The folder beside a written file in which the attached files are. */
export const FILES_FOLDER = "files";

/** Where each attached file lies beside a written file; no two have the same name without regard to case. */
export const pathsOfFiles = kept((registry: Pick<Registry, "files">): ReadonlyMap<string, string> => {
  const taken = new Set<string>();
  const paths = new Map<string, string>();
  for (const { id, name } of attachedFiles(registry)) {
    const dot = name.lastIndexOf(".");
    const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ""];
    let own = name;
    for (let n = 2; taken.has(own.toLowerCase()); n++) own = `${stem} ${n}${ending}`;
    taken.add(own.toLowerCase());
    paths.set(id, `${FILES_FOLDER}/${own}`);
  }
  return paths;
});
