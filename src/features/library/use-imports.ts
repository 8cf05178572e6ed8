import { useRef, useState } from "react";
import { ask } from "@/contract/ask";
import { joinFiles, type DocumentJSON, type LibraryDocument } from "@/contract/documents";
import { Turns } from "@/core/apart/turns";
import { messageOf } from "@/core/thrown";
import { authorName } from "@/editor/browser/author-name";
import { comingFiles, type ChosenFile } from "./coming-files";
import {
  createFrom,
  type ComingFile,
  importFile,
  type BroughtIn,
  type ImportState,
  type KnownDocument,
  type ReadText,
} from "./import-file";

export interface Import {
  readonly key: number;
  readonly name: string;
  readonly state: ImportState;
  readonly cancel: () => void;
  /** Reads the file once more, with what was left out of it, into the document that came of it. */
  readonly withAll: (id: string) => void;
}

/** A text that is looked at before a document is made of it. */
export interface LookedAt {
  readonly key: number;
  readonly name: string;
  readonly read: ReadText;
  /** Takes the document to be created, or null for none. */
  readonly answer: (document: DocumentJSON | null) => void;
}

/** How many files are sent at a time: a browser opens six connections to one server. */
const AT_A_TIME = 4;

/** The files that are on their way in: how far each is, what came of it, and what is asked about it. */
export function useImports(documents: () => Promise<readonly LibraryDocument[]>) {
  const [imports, setImports] = useState<readonly Import[]>([]);
  /** How many links between the files of the last bunch lead from document to document now. */
  const [joined, setJoined] = useState(0);
  const [looked, setLooked] = useState<readonly LookedAt[]>([]);
  const nextKey = useRef(0);
  const [turns] = useState(() => new Turns(AT_A_TIME));

  /**
   * Brings files in, some at a time, and joins the links between them; resolves when all are in or have failed. Answers the document that
   * came of a single text which was looked at, since its author is at it already; null for all else.
   */
  async function bringIn(chosen: readonly ChosenFile[]): Promise<string | null> {
    const [listed, files] = await Promise.all([documents(), comingFiles(chosen)]);
    const ends = await Promise.all(
      files.map((file) => {
        const known = listed
          .filter((one) => one.file === file.name)
          .map(({ id, title, changedAt }) => ({ id, title, changedAt }));
        return one(file, known, {});
      }),
    );
    const made = ends.flatMap((end, i) => (end ? [{ id: end.id, path: files[i]!.path }] : []));
    if (made.length > 1) await join(made);
    const [only] = ends;
    return ends.length === 1 && only?.wasLookedAt ? only.id : null;
  }

  async function join(files: readonly { id: string; path: string }[]): Promise<void> {
    try {
      const { links } = await ask(joinFiles, { body: { files: [...files], author: authorName() } });
      setJoined(links);
    } catch (error) {
      console.warn(`Gate Rope: links between files could not be joined: ${messageOf(error)}`);
    }
  }

  /** One file on its way in, as a line of its own; of documents that came from a file of its name one may be updated. */
  async function one(
    file: ComingFile,
    known: readonly KnownDocument[],
    how: BroughtIn,
    key = nextKey.current++,
  ): Promise<{ readonly id: string; readonly wasLookedAt: boolean } | null> {
    const abort = new AbortController();
    const show = (state: ImportState) =>
      setImports((all) => {
        const line: Import = {
          key,
          name: file.name,
          state,
          cancel: () => abort.abort(),
          withAll: (id) =>
            void one(file, [], { all: true, update: id, author: authorName() }, key).then(documents),
        };
        return all.some((other) => other.key === key)
          ? all.map((other) => (other.key === key ? line : other))
          : [...all, line];
      });
    const which = known.length === 0 ? "new" : await answered(show, known, abort.signal);
    if (which === null) {
      show({ kind: "failed", why: "Nothing was changed." });
      return null;
    }
    show({ kind: "waiting" });
    return turns.take(async () => {
      const own = which === "new" ? how : { update: which, author: authorName() };
      if (abort.signal.aborted) {
        show({ kind: "failed", why: "Cancelled. Nothing was created." });
        return null;
      }
      const { state, wasLookedAt } = await sent(file, own, show, abort.signal);
      show(state);
      return state.kind === "done" ? { id: state.id, wasLookedAt } : null;
    });
  }

  async function sent(
    file: ComingFile,
    how: BroughtIn,
    show: (state: ImportState) => void,
    signal: AbortSignal,
  ): Promise<{ readonly state: ImportState; readonly wasLookedAt: boolean }> {
    const state = await importFile(file, how, show, signal);
    return state.kind === "read" ? lookedAt(file.name, state) : { state, wasLookedAt: false };
  }

  /** Shows a text before a document is made of it; one after the other where there are several. */
  async function lookedAt(
    name: string,
    read: ReadText,
  ): Promise<{ state: ImportState; wasLookedAt: boolean }> {
    const { structureOf } = await import("./text-structure");
    const { plain } = structureOf(read.document);
    const wasLookedAt = !plain;
    const made = plain
      ? read.document
      : await new Promise<DocumentJSON | null>((answer) =>
          setLooked((all) => [...all, { key: nextKey.current++, name, read, answer }]),
        );
    const failed = (why: string) => ({ state: { kind: "failed" as const, why }, wasLookedAt });
    if (!made) return failed("Cancelled. Nothing was created.");
    const { title, report } = read;
    try {
      const id = await createFrom({ document: made, ...(report && { report }) });
      return { state: { kind: "done", id, title, report, updated: false }, wasLookedAt };
    } catch (error) {
      return failed(messageOf(error));
    }
  }

  return {
    imports,
    joined,
    looked: looked[0] ?? null,
    bringIn,
    /** Takes the answer to the text that is looked at. */
    answer: (document: DocumentJSON | null) => {
      looked[0]?.answer(document);
      setLooked((all) => all.slice(1));
    },
    stopAll: () => imports.forEach(({ cancel }) => cancel()),
    clear: () => {
      setImports([]);
      setJoined(0);
    },
  };
}

/** Asks which document a file is to update; resolves with its id, `new`, or null. */
function answered(
  show: (state: ImportState) => void,
  documents: readonly KnownDocument[],
  signal: AbortSignal,
): Promise<string | null> {
  return new Promise((answer) => {
    signal.addEventListener("abort", () => answer(null));
    show({ kind: "known", documents, answer });
  });
}
