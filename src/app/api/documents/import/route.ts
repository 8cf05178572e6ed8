import { importFile } from "@/contract/import";
import path from "node:path";
import type { Taken } from "@/contract/call";
import { Turns } from "@/core/apart";
import { documentJSON } from "@/core/document";
import { formatOf, isArchiveFormat, LIMITS, mostBytesOf } from "@/core/formats";
import { MAX_PACKED_BYTES, picturesOf, readInThread } from "@/threads/reading";
import { authority, explained, incomingFiles, isServerError, LOCAL_AUTHOR, ServerError } from "@/server";
import { answering, bytesWithin, route } from "../../respond";

const encoder = new TextEncoder();
const busy = () =>
  new ServerError(429, "busy", "Too many files are being imported just now. Try again when they are done.");
/** How many files are held in memory at the same time; what waits is not read from the network yet. */
const receiving = new Turns(6, 100, busy);
/** How many of those are read at the same time, each in a thread. */
const reading = new Turns(2, 100, busy);

/**
 * Brings in one file: its bytes are the body, its name stands in the address. Answers lines of JSON while it is read:
 * `{progress}` and at last `{id, summary, report}` or `{error}`. Nothing is created from a file with an error, nor with
 * `&keep=no`: then the last line is `{document, summary, report}`, to be looked at first. With `&update=ID` the document of that id is updated. Where the client goes away reading ends,
 * and nothing is created.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(importFile, async ({ query: { name, ...asked } }, request) => {
    if (name === "" || name.length > 400)
      throw new ServerError(400, "no-name", "The address has to name the file.");
    const gone = new AbortController();
    request.signal.addEventListener("abort", () => gone.abort());
    return new Promise<Response>((answer, fail) => {
      receiving
        .take(async () => {
          const came = await taken(name, request, asked.within !== undefined);
          await new Promise<void>((done) => {
            const lines = new ReadableStream<Uint8Array>({
              async start(controller) {
                const send = (line: object) => {
                  if (!gone.signal.aborted) controller.enqueue(encoder.encode(JSON.stringify(line) + "\n"));
                };
                try {
                  send(await bringIn(name, came, asked, send, gone.signal));
                } catch (error) {
                  // If nobody waits any more it is no fault, and nobody is told.
                  if (!gone.signal.aborted) send({ error: failureOf(error) });
                }
                if (!gone.signal.aborted) controller.close();
                came.done();
                done();
              },
              cancel: () => gone.abort(),
            });
            answer(
              new Response(lines, { headers: { "Content-Type": "application/x-ndjson; charset=utf-8" } }),
            );
          });
        }, gone.signal)
        .catch(fail);
    });
  }),
});

/** What came in: in memory, or on disk if it is an archive, whose parts may be large pictures. */
interface Came {
  readonly source: Uint8Array | string;
  readonly spool?: string;
  done(): void;
}

async function taken(name: string, request: Request, isPacked: boolean): Promise<Came> {
  const format = formatOf(name);
  if (isPacked || !isArchiveFormat(format))
    return {
      source: await bytesWithin(request, isPacked ? MAX_PACKED_BYTES : LIMITS.fileBytes),
      done: () => {},
    };
  const { file, spool, done } = await incomingFiles().take(request.body, mostBytesOf(format), request.signal);
  return { source: file, spool, done };
}

/** How often a document is updated again that somebody changed meanwhile. */
const MAX_TRIES = 5;

/** Reads a file and stores what came of it; answers the last line. */
async function bringIn(
  name: string,
  { source, spool }: Came,
  { keep, all, language, update, author, within }: Omit<Taken<typeof importFile.query>, "name">,
  send: (line: object) => void,
  signal: AbortSignal,
): Promise<object> {
  const thread = path.join(/* turbopackIgnore: true */ process.cwd(), "dist", "reading-thread.mjs");
  const documents = await authority();
  for (let left = MAX_TRIES; ; left--) {
    const before = update === undefined ? null : await documents.read(LOCAL_AUTHOR, update);
    const order = {
      name,
      source,
      spool,
      folder: null,
      all: all === "yes",
      within,
      language,
      ...(before && { update: documentJSON(before.index.doc) }),
    };
    const outcome = await reading.take(
      () => readInThread(thread, order, (progress) => send({ progress }), signal),
      signal,
    );
    signal.throwIfAborted();
    if (!outcome.ok)
      return { error: { code: "unreadable", message: outcome.error.reason, line: outcome.error.line } };
    const { summary, report, steps } = outcome;
    if (keep === "no") return { document: JSON.parse(outcome.json) as object, summary, report };
    const beside = { report, pictures: picturesOf(outcome), files: new Map(outcome.files) };
    if (!before || update === undefined || !steps)
      return {
        id: await documents.store(LOCAL_AUTHOR, { json: outcome.json, summary, ...beside }, signal),
        summary,
        report,
      };
    try {
      await documents.update(LOCAL_AUTHOR, update, { version: before.version, steps, author, ...beside });
      return { id: update, summary, report };
    } catch (error) {
      if (left <= 1 || !isServerError(error) || error.status !== 409) throw error;
    }
  }
}

function failureOf(thrown: unknown) {
  const error = explained(thrown);
  if (isServerError(error)) return { code: error.code, message: error.message, line: null };
  console.error(error);
  return { code: "internal", message: "The file could not be saved. Nothing was created.", line: null };
}
