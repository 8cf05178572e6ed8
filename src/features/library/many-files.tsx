import { useEffect, useRef, useState } from "react";
import { Button } from "@/components/button";
import { counted, formatted } from "@/components/counted";
import { Choice } from "@/components/field";
import { askForResponse } from "@/contract/ask";
import { exportDocument, type LibraryDocument } from "@/contract/documents";
import { FORMATS, TEXT_NAMES, type FormatName } from "@/core/formats/formats";
import { zipped, type ToZip } from "@/core/formats/zipped";
import { handOut, nameOfFile } from "@/components/hand-out";
import { messageOf } from "@/core/thrown";

/** Several documents as files of one format, in one .zip file. */
export default function ManyFiles({ documents }: { documents: readonly LibraryDocument[] }) {
  const [format, setFormat] = useState<FormatName>("html");
  const [spoken, setSpoken] = useState<string | null>(null);
  const work = useRef<AbortController | null>(null);
  const [busy, setBusy] = useState(false);
  // Who closes the box wants no file any more.
  useEffect(() => () => work.current?.abort(), []);

  async function make() {
    const abort = (work.current = new AbortController());
    setBusy(true);
    const files: ToZip[] = [];
    const taken = new Set<string>();
    const failed: string[] = [];
    for (const [i, { id, title }] of documents.entries()) {
      setSpoken(`${formatted(i + 1)} of ${counted(documents.length, "document")}`);
      try {
        const answer = await askForResponse(
          exportDocument,
          { id, query: { format } },
          { signal: abort.signal },
        );
        const path = freeName(nameOfFile(answer) ?? `${title}.${format}`, taken);
        files.push({ path, pieces: [new Uint8Array(await answer.arrayBuffer())] });
      } catch (error) {
        if (abort.signal.aborted) break;
        failed.push(`“${title}”: ${messageOf(error)}`);
      }
    }
    setBusy(false);
    if (abort.signal.aborted) return setSpoken("Stopped. No file was made.");
    if (files.length === 0) return setSpoken(`No file was made. ${failed.join(" ")}`);
    handOut(new Blob([...zipped(files)], { type: "application/zip" }), "Documents.zip");
    setSpoken(
      failed.length === 0
        ? `${counted(documents.length, "document")} in Documents.zip.`
        : `In Documents.zip, but for ${counted(failed.length, "document")}. ${failed.join(" ")}`,
    );
  }

  return (
    <div className="grid gap-3 px-4 pb-4 text-sm">
      <Choice
        label="Format"
        value={format}
        options={TEXT_NAMES.map((name) => ({ value: name, label: FORMATS[name].label }))}
        onChange={setFormat}
      />
      <p role="status" className="min-h-5 text-quiet">
        {spoken}
      </p>
      <div className="flex gap-2">
        <Button look="main" disabled={busy} onClick={() => void make()}>
          Export {counted(documents.length, "document")}
        </Button>
        {busy && <Button onClick={() => work.current?.abort()}>Stop</Button>}
      </div>
    </div>
  );
}

/** Two documents of one title are two files. */
function freeName(name: string, taken: Set<string>): string {
  const dot = name.lastIndexOf(".");
  for (let i = 1; ; i++) {
    const free = i === 1 ? name : `${name.slice(0, dot)} ${i}${name.slice(dot)}`;
    if (taken.has(free.toLowerCase())) continue;
    taken.add(free.toLowerCase());
    return free;
  }
}
