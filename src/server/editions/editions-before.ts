import { createReadStream } from "node:fs";
import { readFile } from "node:fs/promises";
import type { IncomingMessage, RequestListener, ServerResponse } from "node:http";
import path from "node:path";
import { gunzip } from "node:zlib";
import { promisify } from "node:util";
import { NOTICE_PLACE, READING_POLICY } from "@/core/editions/served";
import type { StoredFile } from "@/core/editions/manifest";
import type { Settings } from "../settings/settings";
import { EditionStore } from "./edition-store";
import { foundInEdition, READ, type FoundInEdition } from "./found-in-edition";

const unzipped = promisify(gunzip);
/** Files up to so many bytes are held in memory, and so many in all. */
const [MAX_HELD_FILE, MAX_HELD] = [1 << 20, 64 << 20];
const FOR_EVER = "public, max-age=31536000, immutable";

/**
 * Answers what readers ask for before anything else is done with it: the files of editions, as they were compressed beforehand, from the folder of editions
 * alone. All other requests go on.
 */
export function editionsBefore({ data }: Pick<Settings, "data">, handle: RequestListener): RequestListener {
  const store = new EditionStore(path.join(data, "editions"));
  const held = new HeldFiles(store);
  return (request, response) => {
    const { method, url = "" } = request;
    if ((method !== "GET" && method !== "HEAD") || !url.startsWith(READ))
      return void handle(request, response);
    const [address = "", query = ""] = url.split("?");
    answer(store, held, address, query, request, response).then(
      (answered) => answered || void handle(request, response),
      (error: unknown) => {
        console.error("gate-rope: an edition could not be shown:", error);
        if (!response.headersSent) response.writeHead(500, { "Content-Type": "text/plain" });
        response.end();
      },
    );
  };
}

async function answer(
  store: EditionStore,
  held: HeldFiles,
  address: string,
  query: string,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<boolean> {
  const found = foundInEdition(store, address);
  if (!found) return false;
  response.setHeader("X-Content-Type-Options", "nosniff");
  response.setHeader("Referrer-Policy", "same-origin");
  response.setHeader("Content-Security-Policy", READING_POLICY);
  if (found.kind === "lead") {
    const [to = "", fragment] = found.address.split("#");
    const location = `${to}${query && `?${query}`}${fragment === undefined ? "" : `#${fragment}`}`;
    response.writeHead(302, { Location: location, "Cache-Control": "no-cache" }).end();
  } else if (found.kind === "said") {
    const body = Buffer.from(found.html);
    response.writeHead(found.status, {
      "Content-Type": HTML,
      "Cache-Control": "no-cache",
      "Content-Length": body.length,
    });
    response.end(request.method === "HEAD" ? undefined : body);
  } else if (found.kind === "newest") {
    response.writeHead(200, { "Content-Type": "application/json", "Cache-Control": "no-cache" });
    response.end(JSON.stringify(found.newest));
  } else await send(held, found, request, response);
  return true;
}

const HTML = "text/html; charset=utf-8";

async function send(
  held: HeldFiles,
  { file, path: place, notice }: Extract<FoundInEdition, { kind: "file" }>,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  const isPage = place.endsWith(".html");
  const { name, encoding } =
    notice === null ? chosen(file, request) : { name: file.br ?? file.plain!, encoding: null };
  // A page with a notice is another one than that without.
  const tag = `"${name.slice(0, 32)}${notice === null ? "" : "-older"}"`;
  response.setHeader("ETag", tag);
  response.setHeader("Vary", "Accept-Encoding");
  response.setHeader("Cache-Control", isPage || !isHashed(place) ? "no-cache" : FOR_EVER);
  if (request.headers["if-none-match"]?.split(/,\s*/).includes(tag))
    return void response.writeHead(304).end();
  response.setHeader("Content-Type", file.type);
  if (notice === null && file.plain && file.bytes > MAX_HELD_FILE)
    return stream(held, file, request, response);
  let body =
    notice === null && encoding === null && !file.plain ? await held.plain(file) : await held.get(name);
  if (notice !== null) {
    const html = (await held.plain(file)).toString("utf8").replace(NOTICE_PLACE, () => notice);
    body = Buffer.from(html);
  } else if (encoding) response.setHeader("Content-Encoding", encoding);
  response.setHeader("Content-Length", body.length);
  response.writeHead(200).end(request.method === "HEAD" ? undefined : body);
}

/** The stored form of a file that its reader takes. */
function chosen(
  file: StoredFile,
  request: IncomingMessage,
): { name: string; encoding: "br" | "gzip" | null } {
  const takes = request.headers["accept-encoding"] ?? "";
  const accepts = (encoding: string) =>
    new RegExp(`\\b${encoding}\\b(?!\\s*;\\s*q=0(?:\\.0*)?(?:\\s*,|$))`).test(String(takes));
  if (file.br && accepts("br")) return { name: file.br, encoding: "br" };
  if (file.gzip && accepts("gzip")) return { name: file.gzip, encoding: "gzip" };
  return { name: file.plain ?? file.gzip!, encoding: null };
}

/** Whether the content of a file can never change under its name. */
function isHashed(place: string): boolean {
  return /-[0-9a-f]{12}\.\w+$|^pictures\/[0-9a-f]{64}\.\w+$/.test(place);
}

/** Large files, and parts of them (RFC 9110, 14.2). */
function stream(held: HeldFiles, file: StoredFile, request: IncomingMessage, response: ServerResponse): void {
  const [, from, to] = /^bytes=(\d+)-(\d*)$/.exec(request.headers.range ?? "") ?? [];
  const start = from === undefined ? 0 : Number(from);
  const end = Math.min(to ? Number(to) : file.bytes - 1, file.bytes - 1);
  response.setHeader("Accept-Ranges", "bytes");
  if (start > end) return void response.writeHead(416, { "Content-Range": `bytes */${file.bytes}` }).end();
  if (from !== undefined) response.setHeader("Content-Range", `bytes ${start}-${end}/${file.bytes}`);
  response.setHeader("Content-Length", end - start + 1);
  response.writeHead(from === undefined ? 200 : 206);
  if (request.method === "HEAD") return void response.end();
  createReadStream(held.fileOf(file.plain!), { start, end })
    .on("error", () => response.destroy())
    .pipe(response);
}

/** The files that were asked for last. */
class HeldFiles {
  private readonly files = new Map<string, Buffer>();
  private bytes = 0;

  constructor(private readonly store: EditionStore) {}

  fileOf(name: string): string {
    return this.store.contents.fileOf(name);
  }

  async get(name: string): Promise<Buffer> {
    const before = this.files.get(name);
    if (before) return before;
    const body = await readFile(this.fileOf(name));
    if (body.length <= MAX_HELD_FILE && !this.files.has(name)) {
      this.files.set(name, body);
      this.bytes += body.length;
      for (const [oldest, { length }] of this.files) {
        if (this.bytes <= MAX_HELD) break;
        this.files.delete(oldest);
        this.bytes -= length;
      }
    }
    return body;
  }

  /** A file as it was before it was compressed. */
  async plain({ plain, gzip }: StoredFile): Promise<Buffer> {
    return plain ? this.get(plain) : unzipped(await this.get(gzip!));
  }
}
