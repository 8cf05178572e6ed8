import { ask, askForResponse, Refused } from "@/contract/ask";
import type { Question } from "@/contract/call";
import { createDocument, type DocumentJSON } from "@/contract/documents";
import { importFile as importFileCall, importLine, type ImportLine } from "@/contract/import";
import { formatOf, isArchiveFormat, mostBytesOf } from "@/core/formats/formats";
import type { ImportReport } from "@/core/formats/import-report";
import { ARCHIVE_TOO_LARGE, FILE_TOO_LARGE } from "@/core/formats/intake/limits";
import { messageOf } from "@/core/thrown";
/** A document of the shelf that came from a file of the same name. */
export interface KnownDocument {
  readonly id: string;
  readonly title: string;
  readonly changedAt: number;
}

/** How a file is imported: with what stands around the text of a web page, and into which document; a new one without. */
export interface BroughtIn {
  readonly all?: boolean;
  readonly update?: string;
  /** Who does it. */
  readonly author?: string;
}

/** How far one file is on its way in. */
export type ImportState =
  | { readonly kind: "waiting" }
  | { readonly kind: "reading"; readonly done: number }
  /** A document came from a file of this name before: that can be updated. */
  | {
      readonly kind: "known";
      readonly documents: readonly KnownDocument[];
      /** Takes the id of the one to be updated, `new` for one more document, null for none. */
      readonly answer: (which: string | null) => void;
    }
  /** Read, and not created yet. */
  | ({ readonly kind: "read" } & ReadText)
  | {
      readonly kind: "done";
      readonly id: string;
      readonly title: string;
      readonly report: ImportReport | null;
      readonly updated: boolean;
    }
  | { readonly kind: "failed"; readonly why: string };

/** A document as it was read from a file of plain text, to be looked at before it is created. */
export interface ReadText {
  readonly document: DocumentJSON;
  readonly title: string;
  readonly report: ImportReport | null;
}

/** A file on its way in, with the pictures that lie beside it. */
export interface ComingFile {
  readonly name: string;
  /** Where it lies among the others. */
  readonly path: string;
  readonly file: File;
  readonly beside: readonly { readonly path: string; readonly file: File }[];
}

/** Whether a file is plain text, which is looked at before a document is made of it. */
export function isPlainText({ name }: { readonly name: string }): boolean {
  return formatOf(name) === "text";
}

/**
 * Sends a file to be read and tells how far it is, until it is done or has failed, which it answers; plain text is read only. Never throws.
 */
export async function importFile(
  coming: ComingFile,
  { all, update, author }: BroughtIn,
  onState: (state: ImportState) => void,
  signal: AbortSignal,
): Promise<ImportState> {
  let last: ImportState = { kind: "reading", done: 0 };
  const report = (state: ImportState) => {
    onState(state);
    return (last = state);
  };
  const { file, name, path, beside } = coming;
  if (file.size > mostBytesOf(formatOf(name)))
    return report({
      kind: "failed",
      why: isArchiveFormat(formatOf(name)) ? ARCHIVE_TOO_LARGE : FILE_TOO_LARGE,
    });
  report(last);
  try {
    const query = {
      name,
      ...(beside.length > 0 && { within: path }),
      ...(update === undefined && isPlainText(coming) && { keep: "no" as const }),
      ...(all && { all: "yes" as const }),
      ...(update !== undefined && { update, ...(author && { author }) }),
    };
    const response = await askForResponse(
      importFileCall,
      { query, body: beside.length > 0 ? await packed(coming) : file },
      { signal },
    );
    for await (const line of linesOf(response.body!)) {
      const state = stateOf(line, update !== undefined);
      if (state) report(state);
    }
    return last.kind === "reading"
      ? report({ kind: "failed", why: "The server stopped responding. Nothing was created." })
      : last;
  } catch (error) {
    return report({
      kind: "failed",
      why: signal.aborted ? "Cancelled. Nothing was created." : messageOf(error),
    });
  }
}

async function packed(coming: ComingFile): Promise<Blob> {
  const { pack } = await import("./packed");
  return pack([coming, ...coming.beside]);
}

function stateOf(line: ImportLine, updated: boolean): ImportState | null {
  if (line.progress !== undefined) return { kind: "reading", done: line.progress };
  if (line.error)
    return {
      kind: "failed",
      why: line.error.line === null ? line.error.message : `Line ${line.error.line}: ${line.error.message}`,
    };
  if (line.document)
    return {
      kind: "read",
      document: line.document,
      title: line.summary?.title ?? "",
      report: line.report ?? null,
    };
  if (line.id)
    return {
      kind: "done",
      id: line.id,
      title: line.summary?.title ?? "",
      report: line.report ?? null,
      updated,
    };
  return null;
}

/** Creates a document; answers its id. Throws an Error with words for the author. */
export async function createFrom(body: Question<typeof createDocument>["body"]): Promise<string> {
  try {
    return (await ask(createDocument, { body })).id;
  } catch (error) {
    if (error instanceof Refused) throw error;
    throw new Error("The server does not answer. Nothing was created.", { cause: error });
  }
}

async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<ImportLine> {
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const lines = (rest + decoder.decode(value, { stream: true })).split("\n");
    rest = lines.pop()!;
    for (const line of lines) if (line !== "") yield importLine.parse(JSON.parse(line));
  }
}
