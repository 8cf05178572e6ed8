import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import { Keeping } from "./keeping";

interface Request {
  version: number;
  client: string;
  steps: unknown[];
}

/** A server that keeps steps as the real one does, and can be told to fail. */
class FakeServer {
  version = 0;
  lastClient: string | null = null;
  readonly kept: unknown[] = [];
  readonly requests: Request[] = [];
  /** What happens to the next requests, in order. */
  readonly plan: ("lose request" | "lose answer" | "disk full")[] = [];

  handle = (_address: string, init: { body: string }): Promise<Response> => {
    const request = JSON.parse(init.body) as Request;
    this.requests.push(request);
    const trouble = this.plan.shift();
    if (trouble === "lose request") return Promise.reject(new TypeError("network"));
    if (trouble === "disk full")
      return Promise.resolve(answer(507, { error: { code: "disk-full", message: "The disk is full." } }));
    const result = this.take(request);
    return trouble === "lose answer" ? Promise.reject(new TypeError("network")) : Promise.resolve(result);
  };

  private take({ version, client, steps }: Request): Response {
    if (version !== this.version)
      return answer(409, {
        error: { code: "newer-version", message: "newer", version: this.version, client: this.lastClient },
      });
    this.kept.push(...steps);
    this.version += steps.length;
    this.lastClient = client;
    return answer(200, { version: this.version });
  }
}

function answer(status: number, body: object): Response {
  return new Response(JSON.stringify(body), { status });
}

let server: FakeServer;
let changes: string[];
let outdated: number;
const open: Keeping[] = [];
const realFetch = globalThis.fetch;

function keeping(version = 0): Keeping {
  const one: Keeping = new Keeping(
    "doc",
    version,
    () => changes.push(one.state.kind),
    () => outdated++,
  );
  open.push(one);
  return one;
}

/** Lets timers and answers pass. */
const pass = (time: number) => jest.advanceTimersByTimeAsync(time);

beforeEach(() => {
  jest.useFakeTimers();
  server = new FakeServer();
  changes = [];
  outdated = 0;
  globalThis.fetch = server.handle as unknown as typeof fetch;
});
afterEach(() => {
  for (const one of open.splice(0)) one.close();
  jest.useRealTimers();
  globalThis.fetch = realFetch;
});

describe("keeping", () => {
  test("says kept only when the server has answered", async () => {
    const one = keeping();
    one.add(["a"]);
    expect(one.state.kind).toBe("keeping");
    expect(one.hasUnkept).toBe(true);
    await pass(200);
    expect(one.state.kind).toBe("kept");
    expect(one.hasUnkept).toBe(false);
    expect(server.kept).toEqual(["a"]);
  });

  test("sends what was typed in one pause together, and goes on from the new version", async () => {
    const one = keeping();
    one.add(["a"]);
    one.add(["b", "c"]);
    await pass(200);
    one.add(["d"]);
    await pass(200);
    expect(server.requests.map(({ version, steps }) => [version, steps])).toEqual([
      [0, ["a", "b", "c"]],
      [3, ["d"]],
    ]);
  });

  test("tries again with growing pauses while the server is not reached, and loses nothing", async () => {
    server.plan.push("lose request", "lose request", "lose request");
    const one = keeping();
    one.add(["a"]);
    await pass(200);
    expect(one.state.kind).toBe("unreachable");
    one.add(["b"]);
    await pass(20_000);
    expect(one.state.kind).toBe("kept");
    expect(server.kept).toEqual(["a", "b"]);
  });

  test("knows its own steps again when only the answer was lost", async () => {
    server.plan.push("lose answer");
    const one = keeping();
    one.add(["a", "b"]);
    await pass(20_000);
    expect(one.state.kind).toBe("kept");
    expect(server.kept).toEqual(["a", "b"]);
    one.add(["c"]);
    await pass(200);
    expect(server.kept).toEqual(["a", "b", "c"]);
  });

  test("tells why the server refused, and tries again", async () => {
    server.plan.push("disk full");
    const one = keeping();
    one.add(["a"]);
    await pass(200);
    expect(one.state).toEqual({ kind: "refused", why: "The disk is full." });
    await pass(5_000);
    expect(one.state.kind).toBe("kept");
  });

  test("stops when somebody else has kept a newer version, and overwrites nothing", async () => {
    server.version = 7;
    server.lastClient = "other";
    const one = keeping();
    one.add(["mine"]);
    await pass(200);
    expect(one.state.kind).toBe("newer");
    one.add(["more"]);
    await pass(60_000);
    expect(server.requests).toHaveLength(1);
    expect(server.kept).toEqual([]);
    expect(one.hasUnkept).toBe(true);
  });

  test("sends long work in pieces that the server takes", async () => {
    const one = keeping();
    one.add(Array.from({ length: 2_500 }, (_, i) => i));
    await pass(5_000);
    expect(server.requests.map(({ steps }) => steps.length)).toEqual([1_000, 1_000, 500]);
    expect(server.kept).toHaveLength(2_500);
    expect(one.state.kind).toBe("kept");
  });

  test("makes a last try while the page goes away, unless a request is under way or a newer version stands", async () => {
    const one = keeping();
    one.sendBeforeLeaving();
    expect(server.requests).toHaveLength(0);
    one.add(["a"]);
    one.sendBeforeLeaving();
    await pass(0);
    expect(server.kept).toEqual(["a"]);
  });
});
