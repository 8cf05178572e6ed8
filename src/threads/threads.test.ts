import { afterEach, describe, expect, test } from "@jest/globals";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { Threads } from ".";

/** A thread's file that does what is said with each order; it speaks as `answerOrders` has threads speak. */
function threadOf(work: string): string {
  const file = path.join(mkdtempSync(path.join(tmpdir(), "gate-rope-threads-")), "thread.mjs");
  writeFileSync(
    file,
    `import { parentPort, threadId, workerData } from "node:worker_threads";
const answer = (answer) => parentPort.postMessage({ kind: "answer", answer });
const tell = (news) => parentPort.postMessage({ kind: "news", news });
const fail = (name, message, code = null) => parentPort.postMessage({ kind: "failed", name, message, code });
parentPort.on("message", (order) => { ${work} });`,
  );
  return file;
}

let threads: Threads<string, unknown, string>;
afterEach(() => threads.close());

describe("threads", () => {
  test("answer an order with news on the way, and each has one of its own", async () => {
    threads = new Threads(
      threadOf(`tell("half of " + order); answer([order, workerData, threadId]);`),
      {},
      "data",
    );
    const news: string[] = [];
    const [order, data, first] = (await threads.run("one", { onNews: (it) => news.push(it) })) as unknown[];
    const [, , second] = (await threads.run("two")) as unknown[];
    expect([order, data, news]).toEqual(["one", "data", ["half of one"]]);
    expect(second).not.toBe(first);
  });

  test("that are kept do one order after the other, also after one that failed, and end when nothing comes", async () => {
    threads = new Threads(threadOf(`order === "bad" ? fail("SoughtError", "No.") : answer(threadId);`), {
      idle: 50,
    });
    const first = await threads.run("a");
    await expect(threads.run("bad")).rejects.toMatchObject({ name: "SoughtError", message: "No." });
    expect(await threads.run("b")).toBe(first);
    // A busy machine may end it later than after the 50 ms.
    while (threads["workers"].size > 0) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(await threads.run("c")).not.toBe(first);
  });

  test("work beside each other where orders come together", async () => {
    threads = new Threads(threadOf(`setTimeout(() => answer(threadId), 100);`), { idle: 1_000 });
    const [a, b] = await Promise.all([threads.run("a"), threads.run("b")]);
    expect(a).not.toBe(b);
  });

  test("fail in one way: by what the work threw, with its code", async () => {
    threads = new Threads(threadOf(`fail("Error", "disk", "ENOSPC");`));
    await expect(threads.run("x")).rejects.toMatchObject({ message: "disk", code: "ENOSPC" });
  });

  test.each([
    ["time", `for (;;);`, { time: 200 }, "It took too long."],
    [
      "memory",
      `const all = []; for (;;) all.push(new Array(1e5).fill({}));`,
      { memory: 32 },
      "It needs too much memory.",
    ],
    ["ended", `process.exit(3);`, {}, "It ended early."],
  ])("tell which limit was met, and are gone: %s", async (fault, work, limits, message) => {
    threads = new Threads(threadOf(work), limits);
    await expect(threads.run("x")).rejects.toMatchObject({ name: "ApartFailure", fault, message });
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(threads["workers"].size).toBe(0);
  });

  test("that throw before they listen say so", async () => {
    const broken = path.join(mkdtempSync(path.join(tmpdir(), "gate-rope-threads-")), "broken.mjs");
    writeFileSync(broken, "throw new Error('out of order');");
    threads = new Threads(broken);
    await expect(threads.run("x")).rejects.toThrow("out of order");
  });

  test("are ended when nobody waits any more, whatever they do", async () => {
    threads = new Threads(threadOf(`for (;;);`), { idle: 10_000 });
    const abort = new AbortController();
    const running = threads.run("x", { signal: abort.signal });
    setTimeout(() => abort.abort(new Error("Nobody waits.")), 150);
    await expect(running).rejects.toThrow("Nobody waits.");
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(threads["workers"].size).toBe(0);
    await expect(threads.run("x", { signal: abort.signal })).rejects.toThrow("Nobody waits.");
  });

  test("reject what is under way when they are closed", async () => {
    threads = new Threads(threadOf(``), { idle: 10_000 });
    const running = threads.run("x");
    const rejected = expect(running).rejects.toMatchObject({ fault: "ended" });
    await new Promise((resolve) => setTimeout(resolve, 100));
    await threads.close();
    await rejected;
  });
});
