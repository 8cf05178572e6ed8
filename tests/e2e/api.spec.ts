import { expect } from "@playwright/test";
import { test } from "./own-shelf";

test.describe("the routes answer every mistake in one shape", () => {
  const shape = { error: { code: expect.any(String), message: expect.any(String) } };

  test("addresses and methods that are not there", async ({ request }) => {
    for (const [method, address, status] of [
      ["GET", "/api/nothing", 404],
      ["POST", "/api/nothing/at/all", 404],
      ["PUT", "/api/documents", 405],
      ["GET", "/api/documents/import?name=a.md", 405],
      ["PATCH", "/api/documents/gone0gone0", 405],
      ["GET", "/api/documents/gone0gone0", 404],
      ["DELETE", "/api/documents/gone0gone0", 404],
      ["POST", "/api/documents/gone0gone0/restore", 404],
      ["GET", "/api/documents/gone0gone0/export?format=html", 404],
      ["GET", "/api/documents/gone0gone0/pdf", 405],
      ["GET", "/api/documents/gone0gone0/made/gone0gone0", 404],
      ["GET", "/api/documents/gone0gone0/made/gone0gone0/file", 404],
      ["DELETE", "/api/documents/gone0gone0/made/gone0gone0", 404],
      ["GET", "/api/pictures/..%2f..%2fetc%2fpasswd", 404],
      ["GET", `/api/pictures/${"0".repeat(64)}.png`, 404],
    ] as const) {
      const response = await request.fetch(address, { method });
      expect(response.status(), `${method} ${address}`).toBe(status);
      expect(await response.json()).toMatchObject(shape);
    }
  });

  test("bodies that are not as they should be", async ({ request }) => {
    const { id } = (await (await request.post("/api/documents", { data: { title: "Body" } })).json()) as {
      id: string;
    };
    const sends = (version: number, ...steps: object[]) =>
      JSON.stringify({ version, client: "c", steps: steps.map((step, i) => ({ number: i + 1, step })) });
    for (const [body, status] of [
      ["no json", 400],
      ["[]", 400],
      [JSON.stringify({ version: -1, client: "c", steps: [] }), 400],
      [sends(0, {}), 400],
      [sends(0, { stepType: "unknown" }), 422],
      [sends(0, { stepType: "replace", from: 0, to: 900 }), 422],
      [sends(0, { stepType: "replace", from: 0, to: 2, slice: { content: [{ type: "list_item" }] } }), 422],
      [sends(0, { stepType: "replace", from: 0, to: 2, slice: { content: [{ type: "chunk" }] } }), 422],
      [
        sends(
          0,
          {
            stepType: "addMark",
            from: 0,
            to: 2,
            mark: { type: "link", attrs: { target: { kind: "web", url: "javascript:x" } } },
          },
          { stepType: "docAttr", attr: "returns", value: "x" },
        ),
        422,
      ],
      [sends(5, { stepType: "docAttr", attr: "title", value: "x" }), 409],
      // A step may hold a whole document again, as when its removal is undone.
      [sends(0, { stepType: "docAttr", attr: "returns", value: "x".repeat(21 * 1024 * 1024) }), 422],
    ] as const) {
      const response = await request.post(`/api/documents/${id}/steps`, {
        data: Buffer.from(body),
        headers: { "Content-Type": "application/json" },
      });
      expect(response.status(), body.slice(0, 200)).toBe(status);
      expect(await response.json()).toMatchObject(shape);
    }
    expect(await (await request.get(`/api/documents/${id}`)).json()).toMatchObject({ version: 0 });
    const large = await request.post("/api/search", { data: { words: "x".repeat(21_000) } });
    expect([large.status(), await large.json()]).toMatchObject([413, shape]);
  });

  test("documents whose blocks have no ids, the same, or such as every object answers to", async ({
    request,
  }) => {
    const paragraph = (id: string | null) => ({
      type: "paragraph",
      attrs: { id },
      content: [{ type: "text", text: "x" }],
    });
    const nested = (depth: number): object =>
      depth === 0 ? paragraph(null) : { type: "quotation", content: [nested(depth - 1)] };
    for (const [content, status] of [
      [[paragraph("one0000001")], 201],
      [[paragraph(null)], 422],
      [[paragraph("one0000001"), paragraph("one0000001")], 422],
      [[paragraph("constructor")], 422],
      [[{ type: "quotation", attrs: { id: "deep000001" }, content: [nested(110)] }], 422],
      [[nested(2_000)], 400],
    ] as const) {
      const response = await request.post("/api/documents", { data: { document: { type: "doc", content } } });
      expect(response.status(), JSON.stringify(content).slice(0, 100)).toBe(status);
      if (status !== 201) expect(await response.json()).toMatchObject(shape);
    }
  });

  test("uploads without a length are read no further than they may be", async ({ baseURL }) => {
    const megabyte = new Uint8Array(1024 * 1024).fill(97);
    for (const [address, most] of [
      ["/api/pictures", 20],
      ["/api/documents/import?name=a.txt", 50],
    ] as const) {
      let sent = 0;
      const body = new ReadableStream<Uint8Array>({
        pull(controller) {
          if (++sent > 300) controller.close();
          else controller.enqueue(megabyte);
        },
      });
      const asked = fetch(`${baseURL}${address}`, { method: "POST", body, duplex: "half" } as RequestInit);
      const status = await asked.then(({ status: it }) => it).catch(() => 413);
      expect([address, status]).toEqual([address, 413]);
      // Some are on their way when the answer comes.
      expect(sent).toBeLessThan(most + 60);
    }
  });

  test("another site's page may not change anything", async ({ request }) => {
    const response = await request.post("/api/documents", {
      data: {},
      headers: { "Sec-Fetch-Site": "cross-site" },
    });
    expect(response.status()).toBe(403);
  });
});

test("large files are read while the server goes on answering, or refused with the limit named", async ({
  request,
}) => {
  test.setTimeout(180_000);
  const bring = async (name: string, body: Buffer) => {
    const response = await request.post(`/api/documents/import?name=${name}`, {
      data: body,
      headers: { "Content-Type": "application/octet-stream" },
      timeout: 150_000,
    });
    const lines = (await response.text())
      .trim()
      .split("\n")
      .map((line) => JSON.parse(line) as { id?: string; progress?: number; error?: { message: string } });
    return { status: response.status(), last: lines.at(-1)!, lines };
  };
  const answersDuring = async (work: Promise<unknown>) => {
    let answers = 0;
    let done = false;
    void work.finally(() => (done = true));
    while (!done) {
      await request.get("/api/documents");
      if (!done) answers++;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    return answers;
  };
  const blocks = bring("blocks.md", Buffer.from("line\n\n".repeat(200_000)));
  // Were it read where the server answers, the first would come when all is over.
  expect(await answersDuring(blocks)).toBeGreaterThan(3);
  expect((await blocks).last.error!.message).toContain("150,000 blocks");
  const many = await bring("many.md", Buffer.from("line\n\n".repeat(60_000)));
  expect(many.last.id).toBeTruthy();
  expect(many.lines.filter((line) => line.progress !== undefined).length).toBeGreaterThan(2);
  const deep = await bring("deep.html", Buffer.from("<ul><li>".repeat(10_000) + "x"));
  expect(deep.last.id).toBeTruthy();
  const heavy = await bring("heavy.txt", Buffer.alloc(50 * 1024 * 1024 + 1, 97));
  expect(heavy.last.error!.message).toContain("50 MB");
  for (const one of [many, deep]) await request.delete(`/api/documents/${one.last.id}`);
});

test("a PDF is asked for, followed and taken over the routes; what cannot be is refused before anything is made", async ({
  request,
}) => {
  const { id } = (await (await request.post("/api/documents", { data: { title: "Asked for" } })).json()) as {
    id: string;
  };
  for (const options of [
    "no json",
    "[]",
    '{"outline":9}',
    '{"quality":1}',
    '{"pages":{"from":0,"to":1}}',
    '{"fly":true}',
  ]) {
    const response = await request.post(`/api/documents/${id}/pdf`, { data: options });
    expect(response.status(), options).toBe(400);
  }
  const elsewhere = await request.post("/api/documents/gone0gone0/pdf", { data: "{}" });
  expect(elsewhere.status()).toBe(404);
  const foreign = await request.post(`/api/documents/${id}/pdf`, {
    data: "{}",
    headers: { "sec-fetch-site": "cross-site" },
  });
  expect(foreign.status()).toBe(403);

  const begun = await request.post(`/api/documents/${id}/pdf`, { data: { author: "Ann Other", outline: 1 } });
  expect(begun.status()).toBe(202);
  const { job } = (await begun.json()) as { job: string };
  const address = `/api/documents/${id}/made/${job}`;
  await expect
    .poll(
      async () => ((await (await request.get(address)).json()) as { state: { kind: string } }).state.kind,
      {
        timeout: 30_000,
      },
    )
    .toBe("made");
  const file = await request.get(`${address}/file`);
  expect(file.headers()["content-type"]).toBe("application/pdf");
  expect(file.headers()["content-disposition"]).toContain("Asked%20for.pdf");
  expect((await file.body()).subarray(0, 5).toString()).toBe("%PDF-");
  expect((await request.delete(address)).status()).toBe(204);
  expect((await request.get(`${address}/file`)).status()).toBe(404);
});
