import { Paperclip } from "lucide-react";
import { useRef, useState } from "react";
import { Button } from "@/components/button";
import { sized } from "@/components/counted";
import type { FinderEntry } from "@/components/finder";
import type { DocumentIndex } from "@/core/destinations";
import { attachFile, keepFile, useSession } from "@/editor";
import { EntryLine } from "./entry-line";
import type { ChooseTarget } from "./place-picker";

/** Attached files whose names hold what was typed; `log p 5` is page 5 of a PDF. */
export function fileEntries(typed: string, index: DocumentIndex, choose: ChooseTarget): FinderEntry[] {
  const [, words = "", asked] = /^(.*?)(?:\s+(?:p|page)\.?\s*(\d{1,6}))?$/iu.exec(typed.trim()) ?? [];
  const sought = words.toLowerCase();
  return Object.entries(index.registry.files ?? {}).flatMap(([id, file]) => {
    if (file.removed || !file.name.toLowerCase().includes(sought)) return [];
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

/** Attaches a file to the document and leads to it. */
export function AttachButton({ onTarget }: { onTarget: ChooseTarget }) {
  const session = useSession();
  const input = useRef<HTMLInputElement>(null);
  const [state, setState] = useState<{ busy: boolean; fault: string }>({ busy: false, fault: "" });

  async function attach(file: File) {
    setState({ busy: true, fault: "" });
    try {
      const entry = await keepFile(session.id, file);
      const { id, tr } = attachFile(session.state.tr, entry);
      session.dispatch(tr);
      onTarget({ kind: "file", id }, entry.name, false);
    } catch (error) {
      setState({ busy: false, fault: (error as Error).message });
    }
  }

  return (
    <>
      <input
        ref={input}
        type="file"
        aria-label="File to attach"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) void attach(file);
        }}
      />
      <Button disabled={state.busy} onClick={() => input.current?.click()}>
        <Paperclip size={15} aria-hidden /> {state.busy ? "Attaching …" : "Attach a file"}
      </Button>
      {state.fault && (
        <span role="alert" className="text-vermilion">
          {state.fault}
        </span>
      )}
    </>
  );
}
