/** How far one file is on its way in. */
export type ImportState =
  | { readonly kind: "reading"; readonly done: number }
  | {
      readonly kind: "done";
      readonly id: string;
      readonly title: string;
      readonly dropped: readonly Dropped[];
    }
  | { readonly kind: "failed"; readonly why: string };

export interface Dropped {
  readonly what: string;
  readonly why: string;
  readonly count: number;
}

interface Line {
  progress?: number;
  id?: string;
  summary?: { title: string };
  dropped?: Dropped[];
  error?: { message: string; line: number | null };
}

const MOST_BYTES = 50 * 1024 * 1024;

/** Sends a file to be read and tells how far it is, until it is done or has failed. Never throws. */
export async function importFile(
  file: File,
  tell: (state: ImportState) => void,
  signal: AbortSignal,
): Promise<void> {
  if (file.size > MOST_BYTES)
    return tell({ kind: "failed", why: "The file is larger than 50 MB, which is the limit." });
  tell({ kind: "reading", done: 0 });
  try {
    const response = await fetch(`/api/documents/import?name=${encodeURIComponent(file.name)}`, {
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
  if (line.id)
    return { kind: "done", id: line.id, title: line.summary?.title ?? "", dropped: line.dropped ?? [] };
  return null;
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
