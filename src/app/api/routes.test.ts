import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { NextRequest } from "next/server";

type Handler = (request: NextRequest, context: { params: Promise<object> }) => Promise<Response>;
type Route = Readonly<Partial<Record<string, Handler>>>;

const HERE = path.resolve("src/app/api");
const METHODS = ["GET", "POST", "PUT", "PATCH", "DELETE"];
const FILES = readdirSync(HERE, { recursive: true, encoding: "utf8" })
  .filter((file) => path.basename(file) === "route.ts")
  .map((file) => path.dirname(file));

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-routes-"));
  process.env.GATE_ROPE_DATA = folder;
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A route asked with something in each of its places; a stream is not read. */
async function ask(name: string, method: string, body?: string) {
  const route = (await import(`${HERE}/${name}/route.ts`)) as Route;
  const params = Object.fromEntries(
    [...name.matchAll(/\[(?:\.\.\.)?(\w+)\]/g)].map(([, param]) => [param!, "nowhere0"]),
  );
  const request = new NextRequest(`http://here/api/${name}?after=0&client=abc&page=1&version=1&name=x.md`, {
    method,
    ...(body !== undefined && { body }),
  });
  const answer = await route[method]!(request, { params: Promise.resolve(params) });
  if (answer.headers.get("content-type")?.includes("event-stream")) {
    await answer.body?.cancel();
    return { status: answer.status, text: "" };
  }
  return { status: answer.status, text: await answer.text() };
}

describe("each route", () => {
  test("is there", () => expect(FILES.length).toBeGreaterThan(25));

  test.each(FILES.flatMap((name) => METHODS.map((method) => [method, name] as const)))(
    "%s %s never fails without a word, whatever it is asked for",
    async (method, name) => {
      for (const body of method === "GET" ? [undefined] : [undefined, "", "{}", "[]", '{"a":']) {
        const { status, text } = await ask(name, method, body);
        expect(status).not.toBe(500);
        if (status < 400 || status === 499) continue;
        for (const line of text.trim().split("\n").slice(-1)) {
          const { error } = JSON.parse(line) as { error: { code: string; message: string } };
          expect(error.code).toMatch(/^[a-z-]+$/);
          expect(error.message).toMatch(/^[A-Z].*[.!?]$/s);
        }
      }
    },
  );
});
