import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { unzipSync } from "fflate";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer, request, type IncomingHttpHeaders } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { brotliDecompressSync, gunzipSync } from "node:zlib";
import type { Node } from "prosemirror-model";
import { BUILT_MAKERS } from "#tests/built-makers";
import { heading, paragraph } from "#tests/editing";
import { createDocument, withSettings } from "@/core/document";
import { proveEdition } from "@/core/editions";
import { zipped } from "@/core/formats/zipped";
import { FileJobs } from "../publishing/file-jobs";
import { EditionFiles } from "./edition-files";
import { EditionStore } from "./edition-store";
import { editionsBefore } from "./editions-before";

const data = mkdtempSync(path.join(tmpdir(), "gate-rope-editions-"));
const store = new EditionStore(path.join(data, "editions"));
const jobs = new FileJobs(path.join(data, "made"), BUILT_MAKERS);
const server = createServer(
  editionsBefore({ data }, (_, response) => response.writeHead(299).end("the application")),
);

beforeAll(() => new Promise<void>((done) => server.listen(0, "127.0.0.1", done)));
afterAll(async () => {
  await new Promise((done) => server.close(done));
  rmSync(data, { recursive: true, force: true });
});

async function until(holds: () => boolean) {
  for (let i = 0; i < 600 && !holds(); i++) await new Promise((resolve) => setTimeout(resolve, 50));
}

async function published(document: string, doc: Node, note = "", forms: readonly "pdf"[] = []) {
  const asked = { manuscript: { doc, pictures: new Map() } };
  const id = jobs.beginEdition(document, asked, { version: 1, by: "Ada Fern", note, forms }, store);
  await until(() => jobs.get(document, id).state.kind !== "making");
  return jobs.get(document, id).state;
}

interface Answered {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: Buffer;
}

/** Asks by a path as it is: nothing is made tidy on the way. */
function asked(address: string, headers: Record<string, string> = {}, method = "GET"): Promise<Answered> {
  const { port } = server.address() as AddressInfo;
  return new Promise((resolve, reject) => {
    request({ host: "127.0.0.1", port, path: address, headers, method }, (answer) => {
      const pieces: Buffer[] = [];
      answer.on("data", (piece: Buffer) => pieces.push(piece));
      answer.on("end", () =>
        resolve({ status: answer.statusCode!, headers: answer.headers, body: Buffer.concat(pieces) }),
      );
    })
      .on("error", reject)
      .end();
  });
}
const textOf = async (address: string) => (await asked(address)).body.toString();

const titled = (doc: Node) => withSettings(doc, { title: "The night watch" });
const first = titled(
  createDocument([
    heading(1, "Lamps"),
    paragraph("Trim the wick."),
    heading(1, "Stairs"),
    paragraph("Climb."),
  ]),
);
const second = titled(
  createDocument([heading(1, "Lamps"), paragraph("Trim both wicks."), heading(1, "Stairs and rails")]),
);

describe("editions for readers", () => {
  test("are shown from the folder alone: before the first one the application answers", async () => {
    expect((await asked("/read/watch")).status).toBe(299);
    expect(await published("watch", first, "The first.", ["pdf"])).toMatchObject({
      kind: "made",
      pages: 2,
      edition: 1,
      proof: { failed: [] },
    });
    expect((await asked("/read/watch")).headers.location).toBe("/read/watch/");
    const page = await asked("/read/watch/");
    expect(page.status).toBe(200);
    expect(page.headers["content-type"]).toBe("text/html; charset=utf-8");
    expect(page.headers["content-security-policy"]).toMatch(/script-src 'self';/);
    const html = page.body.toString();
    expect(html).toContain("Trim the wick.");
    expect(html).toMatch(/Edition 1, <time datetime="\d{4}-\d\d-\d\d">[^<]+<\/time> – The first\./);
    const [, download] = /href="(downloads\/[^"]+)" download>PDF</.exec(html)!;
    expect((await asked(`/read/watch/${download}`)).body.subarray(0, 5).toString()).toBe("%PDF-");
    // Other addresses and documents are none of its business.
    for (const address of [
      "/",
      "/read/other",
      "/read/watch/living",
      "/read/",
      "/read/..%2fwatch",
      "/read/contents/aa",
    ])
      expect((await asked(address)).status).toBe(299);
    expect((await asked("/read/watch", {}, "POST")).status).toBe(299);
  });

  test("go out as they were compressed, and not at all where nothing changed", async () => {
    const plain = await asked("/read/watch/stairs.html");
    const br = await asked("/read/watch/stairs.html", { "accept-encoding": "gzip, deflate, br" });
    const gzip = await asked("/read/watch/stairs.html", { "accept-encoding": "gzip, br;q=0" });
    expect(br.headers["content-encoding"]).toBe("br");
    expect(brotliDecompressSync(br.body)).toEqual(plain.body);
    expect(gzip.headers["content-encoding"]).toBe("gzip");
    expect(gunzipSync(gzip.body)).toEqual(plain.body);
    const again = await asked("/read/watch/stairs.html", {
      "accept-encoding": "br",
      "if-none-match": br.headers.etag!,
    });
    expect(again).toMatchObject({ status: 304, body: Buffer.alloc(0) });
    const head = await asked("/read/watch/stairs.html", {}, "HEAD");
    expect([head.status, head.headers["content-length"], head.body.length]).toEqual([
      200,
      String(plain.body.length),
      0,
    ]);
    const [, styles] = /<link rel="stylesheet" href="([^"]+)">/.exec(plain.body.toString())!;
    expect((await asked(`/read/watch/${styles}`)).headers["cache-control"]).toBe(
      "public, max-age=31536000, immutable",
    );
    expect(plain.headers["cache-control"]).toBe("no-cache");
  });

  test("lead on from each anchor, and say so where there is none", async () => {
    const at = async (address: string) => (await asked(address)).headers.location;
    expect(await at("/read/watch/at/stairs")).toBe("/read/watch/stairs.html#stairs");
    expect(await at("/read/watch/at/stairs.html?find=climb")).toBe(
      "/read/watch/stairs.html?find=climb#stairs",
    );
    const missing = await asked("/read/watch/at/stair-cases");
    expect(missing.status).toBe(404);
    const html = missing.body.toString();
    expect(html).toContain("There is no place called “stair-cases” in this edition.");
    expect(html).toContain('<a href="/read/watch/stairs.html#stairs">Stairs</a>');
    expect(html).toMatch(/<script src="\/read\/watch\/read-[0-9a-f]{12}\.js" defer>/);
    expect((await asked("/read/watch/at/%3Cscript%3E")).body.toString()).toContain("“&lt;script&gt;”");
    for (const address of [
      "/read/watch/../../secret",
      "/read/watch/..%2f..%2fsecret",
      "/read/watch/__proto__",
    ])
      expect((await asked(address)).status).toBe(404);
  });

  test("stay as they were when a newer one comes, and say that they are old", async () => {
    expect(await published("watch", second, "Rails.")).toMatchObject({ edition: 2 });
    expect(await textOf("/read/watch/")).toContain("Trim both wicks.");
    expect(await textOf("/read/watch/")).not.toContain("older edition");
    const old = await textOf("/read/watch/edition/1/");
    expect(old).toContain("Trim the wick.");
    expect(old).toContain('This is an older edition. <a href="/read/watch/">Go to the newest edition</a>');
    expect((await asked("/read/watch/edition/2")).headers.location).toBe("/read/watch/edition/2/");
    expect(await textOf("/read/watch/edition/2/")).not.toContain("older edition");
    expect((await asked("/read/watch/edition/9/")).headers.location).toBe("/read/watch/");
    expect(JSON.parse(await textOf("/read/watch/newest.json"))).toMatchObject({ number: 2, note: "Rails." });
  });

  test("can be withdrawn, and shown again", async () => {
    store.withdraw("watch", 2, 5);
    expect(await textOf("/read/watch/")).toContain("Trim the wick.");
    const gone = await asked("/read/watch/edition/2/stairs.html");
    expect(gone.status).toBe(410);
    expect(gone.body.toString()).toContain('<a href="/read/watch/">Go to the newest edition</a>');
    store.withdraw("watch", 1, 5);
    expect((await asked("/read/watch/")).status).toBe(410);
    store.withdraw("watch", 1, null);
    store.withdraw("watch", 2, null);
    expect(await textOf("/read/watch/")).toContain("Trim both wicks.");
    expect(store.withdraw("watch", 7, 5)).toBe(false);
  });

  test("are not shown while their document is in the bin, and go with it", async () => {
    await published("short", first);
    store.setAway("short", true);
    expect((await asked("/read/short/")).status).toBe(299);
    store.setAway("short", false);
    expect((await asked("/read/short/")).status).toBe(200);
    const all = () => readdirSync(store.contents.folder, { recursive: true }).length;
    await published("short", titled(createDocument([heading(1, "Only here"), paragraph("Nowhere else.")])));
    const before = all();
    store.purge(["short"]);
    store.sweep(Date.now() + 1_000);
    expect((await asked("/read/short/")).status).toBe(299);
    expect(all()).toBeLessThan(before);
    expect((await asked("/read/watch/stairs-and-rails.html")).status).toBe(200);
  });

  test("that never became whole are never shown, and go with the next sweep", async () => {
    const folder = path.join(data, "editions", "watch");
    writeFileSync(path.join(folder, "3.json"), '{"form":1,"title":"half');
    store.contents.keep("0".repeat(64), new Uint8Array([1, 2, 3]));
    const fresh = new EditionStore(path.join(data, "editions"));
    expect(fresh.newest("watch")!.number).toBe(2);
    fresh.sweep(Date.now() + 1_000);
    expect(existsSync(store.contents.fileOf("0".repeat(64)))).toBe(false);
    // The next one takes the number.
    expect(await published("watch", first)).toMatchObject({ edition: 3 });
    expect(await textOf("/read/watch/")).toContain("Trim the wick.");
  });

  test("can be cancelled, and are made one at a time", async () => {
    const asked = { manuscript: { doc: first, pictures: new Map() } };
    const said = { version: 1, by: "", note: "", forms: ["pdf"] as const };
    const id = jobs.beginEdition("slow", asked, said, store);
    expect(() => jobs.beginEdition("slow", asked, said, store)).toThrow("being made just now");
    jobs.cancel("slow", id);
    // The next can begin when the thread of the cancelled one has ended.
    await until(() => !jobs.isPublishing("slow"));
    expect(store.all("slow")).toEqual([]);
    expect(await published("slow", first)).toMatchObject({ edition: 1 });
  });

  test("are served by a program without a document's schema: it runs in one process with the application, which has its own", () => {
    expect(readFileSync(path.resolve("dist/editions.mjs"), "utf8")).not.toContain("gateRopeSchema");
  });

  test("as a zip file are a folder for any web server, with a page for each anchor and no link that does not land", async () => {
    const files = new EditionFiles(store, store.edition("watch", 2)!);
    const unpacked = unzipSync(Buffer.concat([...zipped(files.all())]));
    const texts = new Map<string, string | Uint8Array>(
      Object.entries(unpacked).map(([name, bytes]) => [
        name,
        name.endsWith(".html") ? Buffer.from(bytes).toString() : bytes,
      ]),
    );
    expect(texts.get("at/stairs-and-rails.html")).toContain('url=../stairs-and-rails.html#stairs-and-rails"');
    const { failed, promised } = proveEdition(texts, []);
    expect(failed).toEqual([]);
    expect(promised).toBeGreaterThan(10);
  });
});
