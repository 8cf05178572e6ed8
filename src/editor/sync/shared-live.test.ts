import { afterEach, expect, test } from "@jest/globals";
import { SharedLive } from "./shared-live";

/** Locks as a browser has them: one holder, the others in line. */
class Locks {
  private line: Promise<unknown> = Promise.resolve();

  request(_name: string, { signal }: { signal: AbortSignal }, hold: () => Promise<void>): Promise<void> {
    const turn = this.line.then(() => (signal.aborted ? undefined : hold()));
    this.line = turn;
    return turn;
  }
}

/** A server that notes who is followed on which connection, and tells what a test has it tell. */
class Server {
  readonly connections: { follows: { client: string; after: number }[]; tell: (text: string) => void }[] = [];
  open = 0;

  readonly fetch = ((_address: string, { body, signal }: { body: string; signal: AbortSignal }) => {
    const { follows } = JSON.parse(body) as { follows: { client: string; after: number }[] };
    const stream = new ReadableStream<Uint8Array>({
      start: (to) => {
        const tell = (text: string) => to.enqueue(new TextEncoder().encode(text));
        this.connections.push({ follows, tell });
        this.open++;
        signal.addEventListener("abort", () => {
          this.open--;
          to.error(new Error("aborted"));
        });
        tell(": here\n\n");
      },
    });
    return Promise.resolve(new Response(stream));
  }) as unknown as typeof globalThis.fetch;
}

const windows: SharedLive[] = [];
afterEach(() => windows.splice(0).forEach((one) => one.close()));
const opened = (server: Server, locks: LockManager) => {
  windows.push(new SharedLive(locks, server.fetch));
  return windows.at(-1)!;
};

/** A window that follows a document; answers what it hears. */
async function followed(shared: SharedLive, client: string) {
  const end = new AbortController();
  const response = await shared.fetch(`/api/documents/doc/live?after=3&client=${client}&name=Ann`, {
    signal: end.signal,
  });
  const heard: string[] = [];
  const reader = response.body!.getReader();
  const reading = (async () => {
    for (let part = await reader.read(); !part.done; part = await reader.read())
      heard.push(new TextDecoder().decode(part.value));
  })();
  return { heard, end: () => end.abort(), reading };
}

const until = async (holds: () => boolean) => {
  for (let i = 0; i < 400 && !holds(); i++) await new Promise((done) => setTimeout(done, 10));
  expect(holds()).toBe(true);
};

const steps = (version: number) =>
  JSON.stringify({
    kind: "steps",
    since: { version, steps: [{ client: "x", number: 1, step: { stepType: "replace", from: 1, to: 1 } }] },
  });

test("windows of one browser share a connection; where the one that holds it goes, another goes on from what was heard last", async () => {
  const server = new Server();
  const locks = new Locks() as unknown as LockManager;
  const [one, two] = [opened(server, locks), opened(server, locks)];
  const a = await followed(one, "a");
  const b = await followed(two, "b");
  await until(() => server.open === 1 && server.connections.at(-1)!.follows.length === 2);
  const both = server.connections.at(-1)!;
  expect(both.follows.map(({ client }) => client)).toEqual(["a", "b"]);

  both.tell(`event: b\ndata: ${steps(3)}\n\nevent: a\ndata: {"kind":"people","people":[]}\n\n`);
  await until(
    () => b.heard.some((text) => text.includes("steps")) && a.heard.some((text) => text.includes("people")),
  );
  expect(a.heard.join("")).not.toContain("steps");

  a.end();
  await a.reading;
  await until(() => server.connections.at(-1)!.follows.length === 1);
  expect(server.connections.at(-1)!.follows).toMatchObject([{ client: "b", after: 4 }]);
  await until(() => server.open === 1);

  // A connection that is lost ends what hangs on it, so that each window tries again.
  b.end();
  await b.reading;
  await until(() => server.open === 0);
});

test("without locks each window has a connection of its own", async () => {
  const asked: string[] = [];
  const shared = new SharedLive(null, ((address: string) => {
    asked.push(address);
    return Promise.resolve(new Response(""));
  }) as unknown as typeof globalThis.fetch);
  await shared.fetch("/api/documents/doc/live?after=3&client=a&name=Ann");
  expect(asked).toEqual(["/api/documents/doc/live?after=3&client=a&name=Ann"]);
});
