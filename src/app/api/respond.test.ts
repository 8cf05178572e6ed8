import { describe, expect, jest, test } from "@jest/globals";
import { NextRequest } from "next/server";
import { z } from "zod";
import { call } from "@/contract/call";
import { ServerError } from "@/server";
import { answering, bytesWithin, route, wholeNumber } from "./respond";

const asked = (method: string, address = "/", body?: unknown) =>
  new NextRequest(`http://here${address}`, {
    method,
    ...(body !== undefined && { body: typeof body === "string" ? body : JSON.stringify(body) }),
  });
const nowhere = { params: Promise.resolve({}) };
const errorOf = async (response: Response) =>
  ((await response.json()) as { error: { code: string; message: string } }).error;

const shout = call("POST", "/api/shout", {
  query: z.object({ times: z.coerce.number().int().max(3) }),
  body: z.strictObject({ words: z.string() }),
  answer: z.object({ words: z.string() }),
});
const loud = route({
  POST: answering(shout, async ({ query, body }) => ({ words: body.words.repeat(query.times) }), {
    status: 201,
    most: 100,
  }),
});

describe("a route", () => {
  test("answers what its call says, and lets nobody store it", async () => {
    const response = await loud.POST(asked("POST", "/?times=2", { words: "Ho" }), nowhere);
    expect([response.status, response.headers.get("cache-control")]).toEqual([201, "no-store"]);
    expect(await response.json()).toEqual({ words: "HoHo" });
  });

  test("names the methods it takes where it is asked by another", async () => {
    const response = await loud.DELETE(asked("DELETE"), nowhere);
    expect([response.status, response.headers.get("allow")]).toEqual([405, "POST"]);
    expect(await errorOf(response)).toMatchObject({ code: "method" });
  });

  test.each([
    ["/?times=2", "{", 400, "not-json"],
    ["/?times=2", { words: 3 }, 400, "wrong-body"],
    ["/?times=2", { words: "Ho", more: 1 }, 400, "wrong-body"],
    ["/?times=9", { words: "Ho" }, 400, "wrong-address"],
    ["/", { words: "Ho" }, 400, "wrong-address"],
    ["/?times=1", { words: "x".repeat(200) }, 413, "too-large"],
    ["/?times=1", `{"words":${"[".repeat(2_000)}${"]".repeat(2_000)}}`, 413, "too-large"],
  ])("refuses %s with %.30j", async (address, body, status, code) => {
    const response = await loud.POST(asked("POST", address, body), nowhere);
    expect(response.status).toBe(status);
    const error = await errorOf(response);
    expect(error.code).toBe(code);
    expect(error.message).toMatch(/^[A-Z].*\.$/s);
  });

  test("refuses what is nested deeper than any document", async () => {
    const deep = route({
      POST: answering(call("POST", "/api/deep", { body: z.unknown() }), async () => undefined),
    });
    const response = await deep.POST(asked("POST", "/", "[".repeat(5_000) + "]".repeat(5_000)), nowhere);
    expect(await errorOf(response)).toMatchObject({
      code: "wrong-body",
      message: expect.stringContaining("deep"),
    });
    expect((await deep.POST(asked("POST", "/", [[[]]]), nowhere)).status).toBe(204);
  });

  test("says what a server error says, and of any other nothing but that there was one", async () => {
    const known = route({
      GET: () => {
        throw new ServerError(409, "newer", "Somebody was faster.", { version: 3 });
      },
    });
    const one = await known.GET(asked("GET"), nowhere);
    expect(one.status).toBe(409);
    expect(await one.json()).toEqual({
      error: { code: "newer", message: "Somebody was faster.", version: 3 },
    });

    const logged = jest.spyOn(console, "error").mockImplementation(() => {});
    const unknown = route({
      GET: () => {
        throw new Error("the password is hemp");
      },
    });
    const other = await unknown.GET(asked("GET"), nowhere);
    expect(other.status).toBe(500);
    expect(JSON.stringify(await other.json())).not.toContain("hemp");
    expect(logged).toHaveBeenCalledTimes(1);
    logged.mockRestore();
  });
});

describe("a body", () => {
  const endless = () => {
    let given = 0;
    const body = new ReadableStream<Uint8Array>({
      pull: (controller) => {
        given += 1_000;
        controller.enqueue(new Uint8Array(1_000));
      },
    });
    const request = new Request("http://here/", { method: "POST", body, duplex: "half" } as RequestInit);
    return { request, given: () => given };
  };

  test("without a length is read no further than it may be", async () => {
    const { request, given } = endless();
    await expect(bytesWithin(request, 10_000)).rejects.toMatchObject({ status: 413 });
    expect(given()).toBeLessThan(20_000);
  });

  test("is given whole where it is short enough", async () => {
    const request = new Request("http://here/", { method: "POST", body: "Ho" });
    expect(Buffer.from(await bytesWithin(request, 2)).toString()).toBe("Ho");
  });
});

test.each(["", "-1", "1.5", "1e3", "0x10", "9".repeat(13), " 1"])("%j is no whole number", (text) => {
  expect(() => wholeNumber("The version", text)).toThrow("The version has to be a whole number.");
});
