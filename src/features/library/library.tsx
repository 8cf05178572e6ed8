"use client";

import { ask } from "@/contract/ask";
import {
  listDocuments,
  orderDocuments,
  removeDocument,
  restoreDocument,
  type LibraryDocument,
} from "@/contract/documents";
import { FileInput, FilePlus2, Flag, FolderInput, Trash2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { shortened } from "@/core/model/shortened";
import { FocusKeeper } from "@/components/focus-keeper";
import { NoticeBar } from "@/components/notice-bar";
import { Panel } from "@/components/panel";
import { Logo, KindIcon } from "@/components/kind-icons";
import { READ_NAMES, FORMATS, listOfFormats } from "@/core/formats/formats";
import { FlaggedList } from "@/features/frame/flagged-list";
import { messageOf } from "@/core/thrown";
import { BinPanel } from "./bin-panel";
import { chosenFiles, droppedFiles, type ChosenFile } from "./coming-files";
import { each } from "./each";
import { FindEverywhere } from "./find-everywhere";
import { createFrom } from "./import-file";
import { DocumentTable } from "./document-table";
import { useImports } from "./use-imports";

/** What shows a text before it is imported knows the whole schema; it is fetched with the first one. */
const TextPreview = lazy(() => import("./text-preview"));
const ImportList = lazy(() => import("./import-list"));

/** The shelf: one's documents, and how new ones come in. */
export function Library({
  initial,
  of = initial.length,
  troubles = [],
  find = "",
}: {
  /** The documents that were changed last. */
  initial: readonly LibraryDocument[];
  /** How many there are in all. */
  of?: number;
  /** What is wrong with what the server stores, in sentences. */
  troubles?: readonly string[];
  /** Words that are looked for at once. */
  find?: string;
}) {
  const router = useRouter();
  const [documents, setDocuments] = useState(initial);
  const [count, setCount] = useState(of);
  const [sought, setSought] = useState(find);
  const [flagged, setFlagged] = useState(false);
  const [bin, setBin] = useState(false);
  const [removed, setRemoved] = useState<readonly LibraryDocument[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  const [dragging, setDragging] = useState(false);
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);

  async function refresh(): Promise<readonly LibraryDocument[]> {
    const answer = await ask(listDocuments, {}).catch(() => null);
    if (answer) {
      setDocuments(answer.documents);
      setCount(answer.documents.length);
    }
    return answer?.documents ?? documents;
  }

  // The page comes with the first of many; all the others follow at once.
  const all = useRef(initial.length >= of);
  useEffect(() => {
    if (all.current) return;
    all.current = true;
    void refresh();
  });

  const { imports, joined, looked, ...coming } = useImports(refresh);

  async function bringIn(chosen: readonly ChosenFile[]) {
    const looked = await coming.bringIn(chosen);
    if (looked) router.push(`/documents/${looked}`);
    else await refresh();
  }

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (!event.altKey || !(event.ctrlKey || event.metaKey) || event.code !== "KeyN") return;
      event.preventDefault();
      void create();
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  });

  async function create() {
    try {
      router.push(`/documents/${await createFrom({})}`);
    } catch (error) {
      setFault(messageOf(error));
    }
  }

  /** Off the shelf at once; what the server does not remove comes back. */
  async function remove(some: readonly LibraryDocument[]) {
    const going = new Set(some.map(({ id }) => id));
    setDocuments((before) => before.filter(({ id }) => !going.has(id)));
    setCount((before) => before - some.length);
    const gone = await each(some, ({ id }) => ask(removeDocument, { id }));
    if (gone.length < some.length) {
      setFault(
        some.length === 1
          ? `“${shortened(some[0]!.title, 60)}” could not be removed now.`
          : `${counted(some.length - gone.length, "document")} could not be removed now.`,
      );
      await refresh();
    }
    setRemoved(gone);
  }

  async function putBack() {
    setRemoved([]);
    await each(removed, ({ id }) => ask(restoreDocument, { id }));
    await refresh();
  }

  async function order(ids: readonly string[]) {
    const places = new Map(ids.map((id, place) => [id, place]));
    setDocuments((before) => before.map((one) => ({ ...one, place: places.get(one.id) ?? null })));
    await ask(orderDocuments, { body: { ids: [...ids] } }).catch(() =>
      setFault("The order could not be saved."),
    );
  }

  return (
    <div
      className="min-h-screen"
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setDragging(true);
      }}
      onDragLeave={(event) =>
        (event.relatedTarget instanceof Node && event.currentTarget.contains(event.relatedTarget)) ||
        setDragging(false)
      }
      onDrop={(event) => {
        event.preventDefault();
        setDragging(false);
        void droppedFiles(event.dataTransfer).then(bringIn);
      }}
    >
      <header className="flex h-12 items-center gap-2.5 border-b border-line px-6">
        <Logo />
        <span className="font-semibold">Gate Rope</span>
      </header>
      <main className="mx-auto max-w-6xl px-6 py-10">
        <div className="mb-6 flex flex-wrap items-end gap-3">
          <h1 className="mr-auto font-serif text-3xl font-semibold">Shelf</h1>
          <input
            ref={files}
            type="file"
            multiple
            accept={[
              ...READ_NAMES.flatMap((name) => FORMATS[name].endings),
              ".json",
              ".zip",
              "image/*",
            ].join()}
            aria-label="Files to import"
            className="hidden"
            tabIndex={-1}
            onChange={(event) => {
              void bringIn(chosenFiles(event.target));
              event.target.value = "";
            }}
          />
          <input
            ref={folder}
            type="file"
            // React passes it on; its types do not know it.
            {...{ webkitdirectory: "" }}
            aria-label="Folder to import"
            className="hidden"
            tabIndex={-1}
            onChange={(event) => {
              void bringIn(chosenFiles(event.target));
              event.target.value = "";
            }}
          />
          <Button onClick={() => setFlagged(true)}>
            <Flag size={16} aria-hidden /> Flagged
          </Button>
          <Button onClick={() => setBin(true)}>
            <Trash2 size={16} aria-hidden /> Bin
          </Button>
          <Button onClick={() => files.current?.click()}>
            <FileInput size={16} aria-hidden /> Import files
          </Button>
          <Button onClick={() => folder.current?.click()}>
            <FolderInput size={16} aria-hidden /> Import folder
          </Button>
          <Button look="main" title="Ctrl+Alt+N" onClick={() => void create()}>
            <FilePlus2 size={16} aria-hidden /> New document
          </Button>
        </div>
        {troubles.map((trouble) => (
          <p
            key={trouble}
            role="alert"
            className="mb-4 flex gap-2 rounded-base border border-vermilion bg-raised px-4 py-3 text-sm"
          >
            <KindIcon kind="fault" /> {trouble}
          </p>
        ))}
        {imports.length > 0 && (
          <Suspense>
            <ImportList imports={imports} joined={joined} onStopAll={coming.stopAll} onClear={coming.clear} />
          </Suspense>
        )}
        {documents.length > 0 && <FindEverywhere words={sought} onType={setSought} />}
        {sought.trim() !== "" ? null : documents.length === 0 ? (
          <EmptyLibrary />
        ) : (
          <DocumentTable
            documents={documents}
            count={Math.max(count, documents.length)}
            onRemove={(some) => void remove(some)}
            onOrder={(ids) => void order(ids)}
          />
        )}
        <p className="mt-6 text-sm text-quiet">
          {listOfFormats()} files can also be dropped anywhere on this page, alone, in folders or in .zip
          files, with their pictures beside them.
        </p>
      </main>
      <Panel title="Flagged in all documents" open={flagged} onClose={() => setFlagged(false)}>
        {flagged && <FlaggedList />}
      </Panel>
      <Panel title="Bin" open={bin} onClose={() => setBin(false)}>
        {bin && <BinPanel onPutBack={() => void refresh()} />}
      </Panel>
      {looked && (
        <Suspense>
          <TextPreview key={looked.key} name={looked.name} read={looked.read} onAnswer={coming.answer} />
        </Suspense>
      )}
      {dragging && (
        <div className="pointer-events-none fixed inset-3 z-30 grid place-items-center rounded-base border-2 border-dashed border-tide bg-ground/80 text-lg font-semibold">
          Drop files to import them
        </div>
      )}
      <NoticeBar
        notice={
          removed[0]
            ? {
                key: removed[0].id,
                words:
                  removed.length === 1
                    ? `Removed “${shortened(removed[0].title, 60)}”. It stays in the bin for 30 days.`
                    : `Removed ${counted(removed.length, "document")}. They stay in the bin for 30 days.`,
                action: { label: "Undo", run: () => void putBack() },
              }
            : null
        }
        onClose={() => setRemoved([])}
      />
      <FocusKeeper fallback={() => document.querySelector<HTMLElement>("main a, main button")?.focus()} />
      <NoticeBar
        notice={fault === null ? null : { key: fault, words: fault }}
        onClose={() => setFault(null)}
      />
    </div>
  );
}

function EmptyLibrary() {
  return (
    <div className="rounded-base border border-dashed border-edge px-8 py-14 text-center">
      <p className="font-serif text-xl">Your shelf is empty</p>
      <p className="mx-auto mt-2 max-w-md text-quiet">
        Import a manual, a guide or a report. Its headings and anchors are kept, and every link is followed
        right away.
      </p>
    </div>
  );
}
