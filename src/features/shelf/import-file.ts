import { formatOf } from "@/core/formats/formats";
import { FILE_TOO_LARGE, LIMITS } from "@/core/formats/intake/limits";
/** How far one file is on its way in. */
export type ImportState =
  | { readonly kind: "reading"; readonly done: number }
  /** Read, and not created yet. */
  | ({ readonly kind: "read" } & ReadText)
  | {
      readonly kind: "done";
      readonly id: string;
      readonly title: string;
      readonly dropped: readonly Dropped[];
    }
  | { readonly kind: "failed"; readonly why: string };

/** A document as it was read from a file of plain text, to be looked at before it is created. */
export interface ReadText {
  readonly document: object;
  readonly title: string;
  readonly dropped: readonly Dropped[];
}

export interface Dropped {
  readonly what: string;
  readonly why: string;
  readonly count: number;
}

interface Line {
  progress?: number;
  id?: string;
  document?: object;
  summary?: { title: string };
  dropped?: Dropped[];
  error?: { message: string; line: number | null };
}

/** Whether a file is plain text, which is looked at before a document is made of it. */
export function isPlainText(file: File): boolean {
  return formatOf(file.name) === "text";
}

/**
 * Sends a file to be read and tells how far it is, until it is done or has failed; plain text is read only. Never throws.
 */
export async function importFile(
  file: File,
  tell: (state: ImportState) => void,
  signal: AbortSignal,
): Promise<void> {
  if (file.size > LIMITS.fileBytes) return tell({ kind: "failed", why: FILE_TOO_LARGE });
  tell({ kind: "reading", done: 0 });
  try {
    const keep = isPlainText(file) ? "&keep=no" : "";
    const response = await fetch(`/api/documents/import?name=${encodeURIComponent(file.name)}${keep}`, {
      method: "POST",
      body: file,
      signal,
    });
    if (!response.ok || !response.body) {
      const answer = (await response.json().catch(() => null)) as Line | null;
      return tell({
        kind: "failed",
        why: answer?.error?.message ?? `The server answered with ${response.status}.`,
      });
    }
    let last: ImportState | null = null;
    await eachLine(response.body, (line) => {
      last = stateOf(line) ?? last;
      if (last) tell(last);
    });
    if (!last || (last as ImportState).kind === "reading")
      tell({ kind: "failed", why: "The server broke off. Nothing was created." });
  } catch {
    tell({
      kind: "failed",
      why: signal.aborted ? "Cancelled. Nothing was created." : "The server does not answer.",
    });
  }
}

function stateOf(line: Line): ImportState | null {
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
      dropped: line.dropped ?? [],
    };
  if (line.id)
    return { kind: "done", id: line.id, title: line.summary?.title ?? "", dropped: line.dropped ?? [] };
  return null;
}

/** Creates a document; answers its id. Throws an Error with words for the author. */
export async function createFrom(body: { title?: string; document?: object }): Promise<string> {
  const response = await fetch("/api/documents", {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  }).catch(() => null);
  const answer = (await response?.json().catch(() => null)) as {
    id?: string;
    error?: { message: string };
  } | null;
  if (!answer?.id)
    throw new Error(answer?.error?.message ?? "The server does not answer. Nothing was created.");
  return answer.id;
}

async function eachLine(body: ReadableStream<Uint8Array>, take: (line: Line) => void): Promise<void> {
  const reader = body
    .pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
    .getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const lines = (rest + value).split("\n");
    rest = lines.pop()!;
    for (const line of lines) if (line !== "") take(JSON.parse(line) as Line);
  }
}
