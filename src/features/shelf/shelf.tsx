"use client";

import { ask } from "@/contract/ask";
import { listDocuments, removeDocument, restoreDocument, type ShelfDocument } from "@/contract/documents";
import { FilePlus2, Flag, FolderInput, Trash2 } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { lazy, Suspense, useRef, useState, useSyncExternalStore } from "react";
import { Button, IconButton } from "@/components/button";
import { formatted } from "@/components/counted";
import { NoticeBar } from "@/components/notice-bar";
import { Panel } from "@/components/panel";
import { Mark, Sign } from "@/components/signs";
import { READ_NAMES, FORMATS, formatsSaid } from "@/core/formats/formats";
import { FlaggedList } from "@/features/frame/flagged-list";
import { messageOf } from "@/core/thrown";
import { BinPanel } from "./bin-panel";
import { FindEverywhere } from "./find-everywhere";
import { createFrom } from "./import-file";
import { useImports } from "./use-imports";

/** What shows a text before it is brought in knows the whole schema; it is fetched with the first one. */
const TextPreview = lazy(() => import("./text-preview"));
const ImportList = lazy(() => import("./import-list"));

/** The shelf: one's documents, and how new ones come in. */
export function Shelf({
  initial,
  troubles = [],
  find = "",
}: {
  initial: readonly ShelfDocument[];
  /** What is wrong with what the server stores, in sentences. */
  troubles?: readonly string[];
  /** Words that are looked for at once. */
  find?: string;
}) {
  const router = useRouter();
  const [documents, setDocuments] = useState(initial);
  const [sought, setSought] = useState(find);
  const [flagged, setFlagged] = useState(false);
  const [bin, setBin] = useState(false);
  const [removed, setRemoved] = useState<ShelfDocument | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [dragging, setDragging] = useState(false);
  const files = useRef<HTMLInputElement>(null);

  async function refresh(): Promise<readonly ShelfDocument[]> {
    const answer = await ask(listDocuments, {}).catch(() => null);
    if (answer) setDocuments(answer.documents);
    return answer?.documents ?? documents;
  }

  const { imports, looked, ...coming } = useImports(refresh);

  async function bringIn(chosen: readonly File[]) {
    await coming.bringIn(chosen);
    await refresh();
  }

  async function create() {
    try {
      router.push(`/documents/${await createFrom({})}`);
    } catch (error) {
      setFault(messageOf(error));
    }
  }

  async function remove(document: ShelfDocument) {
    try {
      await ask(removeDocument, { id: document.id });
    } catch {
      return setFault(`“${document.title}” could not be removed now.`);
    }
    setDocuments((all) => all.filter((other) => other.id !== document.id));
    setRemoved(document);
  }

  async function putBack(document: ShelfDocument) {
    await ask(restoreDocument, { id: document.id }).catch(() => null);
    setRemoved(null);
    await refresh();
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
        void bringIn([...event.dataTransfer.files]);
      }}
    >
      <header className="flex h-12 items-center gap-2.5 border-b border-line px-6">
        <Mark />
        <span className="font-semibold">Gate Rope</span>
      </header>
      <main className="mx-auto max-w-5xl px-6 py-10">
        <div className="mb-6 flex flex-wrap items-end gap-3">
          <h1 className="mr-auto font-serif text-3xl font-semibold">Shelf</h1>
          <input
            ref={files}
            type="file"
            multiple
            accept={[...READ_NAMES.flatMap((name) => FORMATS[name].endings), ".json"].join()}
            aria-label="Files to import"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              void bringIn([...(event.target.files ?? [])]);
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
            <FolderInput size={16} aria-hidden /> Import files
          </Button>
          <Button look="main" onClick={() => void create()}>
            <FilePlus2 size={16} aria-hidden /> New document
          </Button>
        </div>
        {troubles.map((trouble) => (
          <p
            key={trouble}
            role="alert"
            className="mb-4 flex gap-2 rounded-base border border-vermilion bg-raised px-4 py-3 text-sm"
          >
            <Sign kind="fault" /> {trouble}
          </p>
        ))}
        {imports.length > 0 && (
          <Suspense>
            <ImportList imports={imports} onStopAll={coming.stopAll} onClear={coming.clear} />
          </Suspense>
        )}
        {documents.length > 0 && <FindEverywhere words={sought} onType={setSought} />}
        {sought.trim() !== "" ? null : documents.length === 0 ? (
          <EmptyShelf />
        ) : (
          <DocumentTable documents={documents} onRemove={(it) => void remove(it)} />
        )}
        <p className="mt-6 text-sm text-quiet">
          {formatsSaid()} files can also be dropped anywhere on this page.
        </p>
      </main>
      <Panel title="To come back to, in all documents" open={flagged} onClose={() => setFlagged(false)}>
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
          Drop the files to bring them in
        </div>
      )}
      {removed && (
        <NoticeBar
          key={removed.id}
          onClose={() => setRemoved(null)}
          action={{ label: "Undo", run: () => void putBack(removed) }}
        >
          Removed “{removed.title}”. It stays in the bin for 30 days.
        </NoticeBar>
      )}
      {fault && (
        <NoticeBar key={fault} onClose={() => setFault(null)}>
          {fault}
        </NoticeBar>
      )}
    </div>
  );
}

function EmptyShelf() {
  return (
    <div className="rounded-base border border-dashed border-edge px-8 py-14 text-center">
      <p className="font-serif text-xl">Nothing on the shelf yet</p>
      <p className="mx-auto mt-2 max-w-md text-quiet">
        Bring in a manual, a guide or a report as a file. Its headings and anchors come along, and its links
        are followed at once.
      </p>
    </div>
  );
}

function DocumentTable({
  documents,
  onRemove,
}: {
  documents: readonly ShelfDocument[];
  onRemove: (document: ShelfDocument) => void;
}) {
  const numeric = "px-3 py-3 text-right tabular-nums";
  return (
    <table className="w-full border-collapse">
      <thead>
        <tr className="border-b border-edge text-left text-sm text-quiet">
          <th className="py-2 pr-3 font-medium">Document</th>
          <th className="px-3 py-2 text-right font-medium">Words</th>
          <th className="px-3 py-2 text-right font-medium">Sections</th>
          <th className="px-3 py-2 text-right font-medium">Links adrift</th>
          <th className="px-3 py-2 text-right font-medium">Last change</th>
          <th className="w-10 py-2">
            <span className="sr-only">Remove</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {documents.map((document) => (
          <tr key={document.id} className="border-b border-line hover:bg-wash">
            <td className="w-1/2 max-w-0 py-3 pr-3">
              <Link
                href={`/documents/${document.id}`}
                dir="auto"
                className="line-clamp-2 font-serif text-lg leading-snug break-words hover:text-tide"
                title={document.title.slice(0, 300)}
              >
                {document.title.trim() || "Untitled"}
              </Link>
            </td>
            <td className={numeric}>{formatted(document.words)}</td>
            <td className={numeric}>{formatted(document.sections)}</td>
            <td className={numeric}>
              {document.adrift > 0 ? (
                <span className="inline-flex items-center gap-1.5 text-vermilion">
                  <Sign kind="fault" /> {formatted(document.adrift)}
                </span>
              ) : (
                0
              )}
            </td>
            <td className="px-3 py-3 text-right whitespace-nowrap">
              <LocalTime at={document.changedAt} />
            </td>
            <td>
              <IconButton label={`Remove ${document.title.slice(0, 80)}`} onClick={() => onRemove(document)}>
                <Trash2 size={16} />
              </IconButton>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A time in the reader's own zone and locale, which only the browser knows. */
function LocalTime({ at }: { at: number }) {
  const text = useSyncExternalStore(
    () => () => {},
    () => new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" }).format(at),
    () => "",
  );
  return <time dateTime={new Date(at).toISOString()}>{text}</time>;
}
