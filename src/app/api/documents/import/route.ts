import path from "node:path";
import { LIMITS } from "@/core/formats";
import { readInThread } from "@/reading-thread";
import { authority, LOCAL_AUTHOR, isServerError, ServerError } from "@/server";
import { bytesWithin, route } from "../../respond";

const encoder = new TextEncoder();

/**
 * Brings in one file: its bytes are the body, its name stands in the address. Answers lines of JSON while it is read:
 * `{progress}` and at last `{id, summary, dropped}` or `{error}`. Nothing is created from a file with an error, nor with
 * `&keep=no`: then the last line is `{document, summary, dropped}`, to be looked at first.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(request) {
    const name = request.nextUrl.searchParams.get("name") ?? "";
    if (name === "" || name.length > 400)
      throw new ServerError(400, "no-name", "The address has to name the file.");
    const keep = request.nextUrl.searchParams.get("keep") !== "no";
    const bytes = await bytesWithin(request, LIMITS.fileBytes);
    const documents = await authority();
    const lines = new ReadableStream<Uint8Array>({
      async start(controller) {
        const tell = (line: object) => controller.enqueue(encoder.encode(JSON.stringify(line) + "\n"));
        try {
          const thread = path.join(/* turbopackIgnore: true */ process.cwd(), "dist", "reading-thread.mjs");
          const outcome = await readInThread(thread, { name, bytes, folder: null }, (progress) =>
            tell({ progress }),
          );
          if (!outcome.ok)
            tell({ error: { code: "unreadable", message: outcome.error.reason, line: outcome.error.line } });
          else if (!keep)
            tell({
              document: JSON.parse(outcome.json) as object,
              summary: outcome.summary,
              dropped: outcome.dropped,
            });
          else {
            const pictures = new Map(outcome.pictures.map(({ name: picture, ...rest }) => [picture, rest]));
            const id = await documents.store(
              LOCAL_AUTHOR,
              outcome.json,
              outcome.summary,
              pictures,
              new Map(outcome.files),
            );
            tell({ id, summary: outcome.summary, dropped: outcome.dropped });
          }
        } catch (error) {
          const known = isServerError(error);
          if (!known) console.error(error);
          tell({
            error: {
              code: known ? error.code : "internal",
              message: known ? error.message : "The file could not be kept. Nothing was created.",
              line: null,
            },
          });
        }
        controller.close();
      },
    });
    return new Response(lines, { headers: { "Content-Type": "application/x-ndjson; charset=utf-8" } });
  },
});
