import { settingsOf, type Manuscript } from "@/core/document";
import { pathsOfFiles } from "./outside";

/** The attached files of a document, by the paths at which they lie beside a written file. */
export function filesBesideOf({ doc, files }: Manuscript): Map<string, Uint8Array> {
  const registry = settingsOf(doc).registry;
  const beside = new Map<string, Uint8Array>();
  for (const [id, path] of pathsOfFiles(registry)) {
    const bytes = files?.get(registry.files![id]!.content);
    if (bytes) beside.set(path, bytes);
  }
  return beside;
}
