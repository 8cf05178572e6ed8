import { afterAll, afterEach, beforeAll, describe, expect, test } from "@jest/globals";
import Database from "better-sqlite3";
import "fake-indexeddb/auto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { Letters, plain } from "#tests/authors";
import { heading, list, paragraph } from "#tests/editing";
import { OwnServer } from "#tests/own-server";
import { randomNumbers } from "#tests/random-numbers";
import { createDocument, schema } from "@/core/document";
import { BrowserStore } from "@/editor/sync/browser-store";
import { checkFolder } from "@/server/upkeep";
import { FaultyNetwork } from "./faulty-network";
import { Writer } from "./writer";

/** How often the server is killed; `npm run test:long` does it 200 times. */
const KILLS = Number(process.env.KILLS ?? 4);
/** How long the network is faulty, in milliseconds. */
const FAULTY_FOR = Number(process.env.FAULTY_FOR ?? 8_000);

let data: string;
let server: OwnServer;

beforeAll(() => {
  data = mkdtempSync(path.join(tmpdir(), "gate-rope-faults-"));
  server = new OwnServer(data);
});
afterEach(() => server.kill());
afterAll(() => {
  rmSync(data, { recursive: true, force: true });
});

interface Opened {
  version: number;
  document: object;
}

async function open(id: string): Promise<Opened> {
  return (await (await fetch(`${server.address}/api/documents/${id}`)).json()) as Opened;
}

async function newDocument(letters: Letters): Promise<string> {
  const doc = createDocument([
    heading(1, letters.word(6)),
    paragraph(letters.word(6)),
    list(letters.word(6), letters.word(6)),
    heading(2, letters.word(6)),
    paragraph(letters.word(6)),
  ]);
  const response = await fetch(`${server.address}/api/documents`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ title: "Faults", document: { attrs: doc.attrs, ...(doc.toJSON() as object) } }),
  });
  return ((await response.json()) as { id: string }).id;
}

/**
 * Two who write at the document of a server, until `meanwhile` is over; then they come to rest and are compared. Of each at
 * least so many steps were accepted.
 */
async function twoHands(
  networks: readonly FaultyNetwork[],
  meanwhile: (id: string) => Promise<void>,
  least: number,
): Promise<void> {
  const letters = new Letters();
  const id = await newDocument(letters);
  const opened = await open(id);
  const store = new BrowserStore();
  const writers = networks.map(
    (network, i) =>
      new Writer(
        `writer ${i}`,
        server.address,
        id,
        opened,
        letters,
        network.fetch,
        store,
        randomNumbers(i + 11),
      ),
  );
  try {
    for (const writer of writers) writer.begin();
    await meanwhile(id);
    for (const writer of writers) writer.end();
    for (const network of networks) network.calm = true;
    const version = async () => (await open(id)).version;
    for (const writer of writers) await writer.atRest(version);
    for (const writer of writers) await writer.atRest(version);
    const { document } = await open(id);
    const doc = schema.nodeFromJSON(document);
    for (const writer of writers) expect(plain(writer.state.doc)).toEqual(plain(doc));
    const db = new Database(path.join(data, "gate-rope.sqlite"), { readonly: true });
    for (const writer of writers) {
      const stored = new Set(
        db
          .prepare("select number from steps where document_id = ? and client = ?")
          .pluck()
          .all(id, writer.exchange.client),
      );
      expect([...writer.accepted].filter((number) => !stored.has(number))).toEqual([]);
      expect(writer.accepted.size).toBeGreaterThanOrEqual(least);
    }
    db.close();
    // What is confirmed is forgotten beside the work.
    for (let i = 0; i < 200 && (await store.read(id)).length > 0; i++)
      await new Promise((resolve) => setTimeout(resolve, 50));
    expect(await store.read(id)).toEqual([]);
  } finally {
    for (const writer of writers) {
      writer.end();
      writer.exchange.close();
    }
  }
  expect(checkFolder(data).faults).toEqual([]);
}

describe("two who write at once lose nothing, and end with the same text", () => {
  test("however requests and answers get lost, doubled or late", async () => {
    await server.start();
    const networks = [new FaultyNetwork(randomNumbers(1)), new FaultyNetwork(randomNumbers(2))];
    await twoHands(networks, () => new Promise((resolve) => setTimeout(resolve, FAULTY_FOR)), 10);
    for (const fate of ["lost", "answer lost", "twice", "late"] as const)
      expect(networks.reduce((sum, network) => sum + (network.fates.get(fate) ?? 0), 0)).toBeGreaterThan(0);
  }, 120_000);

  test(`though the server is killed without warning ${KILLS} times`, async () => {
    await server.start();
    const random = randomNumbers(3);
    const networks = [new FaultyNetwork(randomNumbers(4)), new FaultyNetwork(randomNumbers(5))];
    for (const network of networks) network.calm = true;
    await twoHands(
      networks,
      async () => {
        for (let i = 0; i < KILLS; i++) {
          await new Promise((resolve) => setTimeout(resolve, random() * 900));
          await server.kill();
          await server.start();
          // It reads all of the history each time, which grows.
          if (i % 50 === 3) expect(checkFolder(data).faults).toEqual([]);
        }
      },
      5 * KILLS,
    );
  }, 3_600_000);
});
