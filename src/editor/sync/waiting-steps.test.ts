import { describe, expect, test } from "@jest/globals";
import "fake-indexeddb/auto";
import { Transform } from "prosemirror-transform";
import { paragraph } from "#tests/editing";
import { createDocument, schema } from "@/core/document";
import { type OwnStep } from "@/core/steps";
import { BrowserStore } from "./browser-store";
import { WaitingSteps } from "./waiting-steps";
import type { WaitingStore } from "./waiting-store";

const doc = createDocument([paragraph("text")]);
function own(number: number, text = "x"): OwnStep {
  const tr = new Transform(doc).insert(1, schema.text(text));
  return { number, step: tr.steps[0]!, inverted: tr.steps[0]!.invert(doc) };
}

describe("steps that wait", () => {
  test("stand in the browser's database as they are, and are gone when nothing waits", async () => {
    const store = new BrowserStore();
    const waiting = new WaitingSteps(store, "doc", "window");
    const [one, two, three] = [own(1), own(2), own(3)];
    await waiting.note(4, [one, two]);
    expect(await store.read("doc")).toMatchObject([
      { document: "doc", client: "window", version: 4, steps: [{ number: 1 }, { number: 2 }] },
    ]);
    // The first was accepted, the second is rebased, a third was made.
    await waiting.note(6, [own(2, "rebased"), three]);
    const [left] = await store.read("doc");
    expect(left).toMatchObject({ version: 6, steps: [{ number: 2 }, { number: 3 }] });
    expect(JSON.stringify(left!.steps[0])).toContain("rebased");
    await waiting.note(8, []);
    expect(await store.read("doc")).toEqual([]);
    expect(waiting.safe).toBe(true);
  });

  test("are held at once, and found with the last keys though the window ended before the database had them", async () => {
    const storage = new MemoryStorage();
    const store = new BrowserStore(storage);
    const left = async () =>
      (await new BrowserStore(storage).read("keys")).map(({ version, steps }) => [
        version,
        steps.map(({ number }) => number),
      ]);
    const waiting = new WaitingSteps(store, "keys", "window");
    const steps = [own(1), own(2), own(3), own(4)];
    void waiting.note(4, steps.slice(0, 1));
    expect(await left()).toEqual([[4, [1]]]);
    await waiting.note(4, steps.slice(0, 2));
    expect(storage.length).toBe(0);
    void waiting.note(4, steps.slice(0, 3));
    void waiting.note(4, steps);
    expect(await left()).toEqual([[4, [1, 2, 3, 4]]]);
    // Two were accepted: the database still has them, on the version before.
    void waiting.note(6, steps.slice(2));
    expect(await left()).toEqual([[6, [3, 4]]]);
    await waiting.note(6, steps.slice(2));
    expect(storage.length).toBe(0);
    void waiting.note(8, []);
    expect(storage.length).toBe(0);
    await waiting.note(8, []);
    expect(await left()).toEqual([]);
  });

  test("of two windows and two documents are kept apart", async () => {
    const store = new BrowserStore();
    await new WaitingSteps(store, "one", "a").note(0, [own(1)]);
    await new WaitingSteps(store, "one", "b").note(0, [own(1), own(2)]);
    await new WaitingSteps(store, "two", "a").note(0, [own(1)]);
    expect((await store.read("one")).map((it) => [it.client, it.steps.length])).toEqual([
      ["a", 1],
      ["b", 2],
    ]);
    await store.forget("one", "b");
    expect(await store.read("one")).toHaveLength(1);
    expect(await store.read("two")).toHaveLength(1);
  });

  test("that cannot be stored are known to be only here, until they can or nothing waits", async () => {
    let full = true;
    const written: number[] = [];
    const store = {
      write: (_document: string, _client: string, _version: number, put: readonly { number: number }[]) => {
        if (full) return Promise.reject(new DOMException("full", "QuotaExceededError"));
        written.push(...put.map((it) => it.number));
        return Promise.resolve();
      },
      forget: () => Promise.resolve(),
    } as unknown as WaitingStore;
    const waiting = new WaitingSteps(store, "doc", "window");
    await waiting.note(0, [own(1)]);
    expect(waiting.safe).toBe(false);
    full = false;
    await waiting.note(0, [own(1), own(2)]);
    expect(waiting.safe).toBe(true);
    expect(written).toEqual([1, 2]);
  });

  test("displaced words outlive the window until they are let go", async () => {
    const store = new BrowserStore();
    const words = { id: "d1", document: "doc", blocks: [], words: "lost", at: 5 };
    await store.keepDisplaced(words);
    expect(await store.displaced("doc")).toEqual([words]);
    expect(await store.displaced("other")).toEqual([]);
    await store.letGo("d1");
    expect(await store.displaced("doc")).toEqual([]);
  });
});

/** What a browser's storage is, in memory. */
class MemoryStorage implements Storage {
  private readonly items = new Map<string, string>();
  get length() {
    return this.items.size;
  }
  clear() {
    this.items.clear();
  }
  getItem(key: string) {
    return this.items.get(key) ?? null;
  }
  key(index: number) {
    return [...this.items.keys()][index] ?? null;
  }
  removeItem(key: string) {
    this.items.delete(key);
  }
  setItem(key: string, value: string) {
    this.items.set(key, value);
  }
}
