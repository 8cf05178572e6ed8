import { fileNameOf } from "@/core/model/file-name";

/** A file name for a document: its title without signs that file systems refuse, and an ending, `.pdf`. */
export function fileNameFor(title: string, ending: string): string {
  const stem = title
    .normalize("NFC")
    .replace(/[\u0000-\u001f<>:"/\\|?*\u007f]+/g, " ")
    .replace(/\s+/g, " ")
    .trim()
    .slice(0, 80)
    .replace(/[. ]+$/, "");
  return fileNameOf(stem || "Untitled") + ending;
}
