import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { mkdtempSync, rmSync } from "node:fs";
import { request, type IncomingHttpHeaders } from "node:http";
import { tmpdir } from "node:os";
import path from "node:path";
import { OwnServer } from "#tests/own-server";

const data = mkdtempSync(path.join(tmpdir(), "gate-rope-other-sites-"));
const server = new OwnServer(data);

interface Answer {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: string;
}

/** Asks with headers that no library touches. */
function ask(method: string, url: string, headers: Record<string, string>, body = ""): Promise<Answer> {
  return new Promise((done, fail) => {
    const asked = request(
      { host: "127.0.0.1", port: port(), method, path: url, headers, setHost: false },
      (answer) => {
        let text = "";
        answer.setEncoding("utf8").on("data", (piece: string) => (text += piece));
        answer.on("end", () => done({ status: answer.statusCode!, headers: answer.headers, body: text }));
      },
    );
    asked.on("error", fail);
    asked.end(body);
  });
}

const port = () => Number(new URL(server.address).port);
const documents = async () =>
  (JSON.parse((await ask("GET", "/api/documents", { host: server.host })).body) as { documents: unknown[] })
    .documents;

beforeAll(() => server.start(), 60_000);
afterAll(async () => {
  await server.kill();
  rmSync(data, { recursive: true, force: true });
});

describe("a page of another site", () => {
  test("under a name of its own that resolves to this machine reads and changes nothing", async () => {
    for (const [method, url] of [
      ["GET", "/api/documents"],
      ["POST", "/api/documents"],
      ["GET", "/"],
      ["GET", "/read/abc"],
    ] as const) {
      const { status, body } = await ask(method, url, { host: `elsewhere.example:${port()}` }, "{}");
      expect([method, url, status]).toEqual([method, url, 403]);
      expect(JSON.parse(body)).toEqual({ error: { code: "unknown-host", message: expect.any(String) } });
    }
    expect(await documents()).toEqual([]);
  });

  test("sends nothing that changes anything, also where the browser tells no more than its origin", async () => {
    for (const origin of ["http://elsewhere.example", "null", `http://127.0.0.1:${port() + 1}`]) {
      const headers = { host: server.host, origin, "content-type": "text/plain" };
      const { status, body } = await ask("POST", "/api/documents", headers, "{}");
      expect(status).toBe(403);
      expect(JSON.parse(body)).toMatchObject({ error: { code: "other-site" } });
    }
    expect(await documents()).toEqual([]);
  });

  test("reads nothing that the browser says it asks for, but leads people here", async () => {
    const from = { host: server.host, "sec-fetch-site": "cross-site" };
    expect((await ask("GET", "/api/documents", { ...from, "sec-fetch-mode": "no-cors" })).status).toBe(403);
    const followed = { ...from, "sec-fetch-mode": "navigate", "sec-fetch-dest": "document" };
    expect((await ask("GET", "/", followed)).status).toBe(200);
  });
});

describe("what the server answers", () => {
  test("runs no script without the nonce of its page, and is stored nowhere", async () => {
    const [one, other] = await Promise.all([1, 2].map(() => ask("GET", "/", { host: server.host })));
    const nonce = (answer: Answer) =>
      /script-src 'self' 'nonce-([^']+)'/.exec(answer.headers["content-security-policy"] as string)![1]!;
    expect(nonce(one!)).not.toBe(nonce(other!));
    const scripts = [...one!.body.matchAll(/<script\b[^>]*>/g)].map(([tag]) => tag);
    expect(scripts.length).toBeGreaterThan(0);
    for (const tag of scripts) expect(tag).toContain(`nonce="${nonce(one!)}"`);
    expect(one!.headers["cache-control"]).toContain("no-store");
    expect((await ask("GET", "/api/documents", { host: server.host })).headers["cache-control"]).toBe(
      "no-store",
    );
    const lost = await ask("GET", "/nothing/here", { host: server.host });
    for (const [tag] of lost.body.matchAll(/<script\b[^>]*>/g))
      expect(tag).toContain(`nonce="${nonce(lost)}"`);
  });

  test("is a plain refusal where an address is malformed or a method is none", async () => {
    for (const url of ["/%ff", "/api/documents/%ff", "/read/%E0%A4"]) {
      const { status, body } = await ask("GET", url, { host: server.host });
      expect([url, status]).toEqual([url, 400]);
      expect(JSON.parse(body)).toMatchObject({ error: { code: "malformed-address" } });
    }
    const { status, headers } = await ask("TRACE", "/", { host: server.host });
    expect(status).toBe(405);
    expect(headers.allow).toContain("GET");
  });
});
