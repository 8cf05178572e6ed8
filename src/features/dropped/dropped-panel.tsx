"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { PanelWords } from "@/components/answered-panel";
import { Panel } from "@/components/panel";
import { ask } from "@/contract/ask";
import { listDocuments } from "@/contract/documents";
import { shortened } from "@/core/model/shortened";
import ImportList from "@/features/library/import-list";
import TextPreview from "@/features/library/text-preview";
import { useImports } from "@/features/library/use-imports";

const takeKeyboard = (box: HTMLElement | null) => box?.focus();

/** Asks whether files become documents of their own, and tells how far they are. */
export default function DroppedPanel({ files, onClose }: { files: readonly File[]; onClose: () => void }) {
  const router = useRouter();
  const [begun, setBegun] = useState(false);
  const { imports, joined, looked, ...coming } = useImports(() =>
    ask(listDocuments, {}).then(
      ({ documents }) => documents,
      () => [],
    ),
  );
  const [first] = files;
  const called = files.length === 1 ? `“${shortened(first!.name, 60)}”` : counted(files.length, "file");

  async function bringIn() {
    setBegun(true);
    const made = await coming.bringIn(files.map((file) => ({ path: file.name, file })));
    if (made) router.push(`/documents/${made}`);
  }

  return (
    <>
      <Panel
        title={begun ? `Import ${called}` : `Import ${called}?`}
        open={looked === null}
        onClose={() => {
          coming.stopAll();
          onClose();
        }}
      >
        {!begun && (
          <>
            <PanelWords>
              {files.length === 1 ? "It becomes a document" : "They become documents"} of{" "}
              {files.length === 1 ? "its" : "their"} own on the shelf. This document stays as it is.
            </PanelWords>
            <div className="flex gap-2 px-4 pb-4">
              <Button look="main" onClick={() => void bringIn()}>
                {files.length === 1 ? "Make a second document" : "Make documents"}
              </Button>
              <Button onClick={onClose}>Cancel</Button>
            </div>
          </>
        )}
        {begun && imports.length > 0 && (
          // What had the keyboard is gone; it stays in the box.
          <div ref={takeKeyboard} tabIndex={-1} className="px-4 pt-2 outline-none">
            <ImportList imports={imports} joined={joined} onStopAll={coming.stopAll} onClear={onClose} />
          </div>
        )}
      </Panel>
      {looked && (
        <TextPreview key={looked.key} name={looked.name} read={looked.read} onAnswer={coming.answer} />
      )}
    </>
  );
}
