import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import "fake-indexeddb/auto";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { EditorState, type Transaction } from "prosemirror-state";
import { paragraph } from "#tests/editing";
import { NearServer } from "#tests/near-server";
import { createDocument, newId, schema } from "@/core/document";
import type { AppendRequest } from "@/core/collab";
import { LOCAL_AUTHOR, openAuthority } from "@/server";
import { BrowserStore } from "./browser-store";
import { Exchange } from "./exchange";
import type { SyncHost } from "./sync-host";
import { takeOver, takeOverLeft } from "./take-over";
import type { Displaced } from "./waiting-store";

let folder: string;
let server: NearServer;
let id: string;
const open: Window[] = [];

beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-exchange-"));
  server = new NearServer(await openAuthority(folder));
  id = await server.documents.create(
    LOCAL_AUTHOR,
    createDocument([paragraph("first"), paragraph("second"), paragraph("third")]),
  );
});
afterEach(() => {
  for (const window of open.splice(0)) window.exchange.close();
  rmSync(folder, { recursive: true, force: true });
});

/** A window without a screen. */
class Window implements SyncHost {
  state: EditorState;
  exchange!: Exchange;
  readonly store = new BrowserStore();
  readonly words: Displaced[] = [];
  droppedSteps = 0;
  isRemoved = false;

  private constructor(doc: EditorState["doc"]) {
    this.state = EditorState.create({ doc });
  }

  static async on(document: string, client = newId()): Promise<Window> {
    const { doc, version } = await server.documents.readFor(LOCAL_AUTHOR, document, client);
    const window = new Window(doc);
    window.exchange = new Exchange(window, {
      document,
      version,
      client,
      name: () => "Oda",
      store: window.store,
      fetch: server.fetch,
    });
    open.push(window);
    return window;
  }

  type(words: string, at: number): void {
    this.do(this.state.tr.insertText(words, at));
  }
  do(tr: Transaction): void {
    this.state = this.state.apply(tr);
    this.exchange.add([tr]);
  }
  receive(tr: Transaction): void {
    this.state = this.state.apply(tr);
  }
  settle(): void {}
  changed(): void {}
  displaced(words: Displaced): void {
    this.words.push(words);
  }
  dropped(count: number): void {
    this.droppedSteps += count;
  }
  removed(): void {
    this.isRemoved = true;
  }
  get text(): string {
    return this.state.doc.content.content.map((block) => block.textContent).join("|");
  }
}

async function until(test: () => boolean): Promise<void> {
  for (let i = 0; i < 600; i++) {
    if (test()) return;
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  throw new Error(`it never came to that: ${test.toString()}`);
}
const kept = (window: Window) =>
  until(() => window.exchange.state.kind === "kept" && !window.exchange.hasUnkept);
const stored = async () =>
  (await server.documents.read(LOCAL_AUTHOR, id)).index.doc.content.content
    .map((it) => it.textContent)
    .join("|");
const refusal = (status: number, code: string) =>
  Response.json({ error: { code, message: `It is ${code}.` } }, { status });
const posts = (path: string, init: RequestInit) => init.method === "POST" && path.endsWith("/steps");

describe("what is typed", () => {
  test("is kept, several keys in one request, and the store forgets it", async () => {
    const one = await Window.on(id);
    for (const letter of "new ") one.type(letter, 1);
    expect(one.exchange.state).toEqual({ kind: "keeping" });
    await kept(one);
    expect(server.asked.filter((it) => it.startsWith("POST"))).toHaveLength(1);
    expect(await stored()).toBe(" wenfirst|second|third");
    await one.exchange.settled();
    expect(await one.store.read(id)).toEqual([]);
  });

  test("that comes on and on is not held back by what comes after it", async () => {
    const one = await Window.on(id);
    const typing = setInterval(() => one.type("x", 1), 20);
    await until(() => one.exchange.version > 5);
    clearInterval(typing);
    expect(one.exchange.hasUnkept || one.exchange.state.kind === "kept").toBe(true);
    await kept(one);
    expect(await stored()).toBe(one.text);
  });

  test("while the server is away is stored, said so, and sent when it is back", async () => {
    const one = await Window.on(id);
    server.instead = () => Promise.reject(new TypeError("no network"));
    one.type("away ", 1);
    await until(() => one.exchange.state.kind === "unreachable");
    expect(one.exchange.state).toEqual({ kind: "unreachable", stored: true });
    expect(one.exchange.wouldLose).toBe(false);
    expect((await one.store.read(id))[0]!.steps).toHaveLength(1);
    // Of what is typed meanwhile it is said only when that is stored too, however long the next try is away.
    one.type("far ", 1);
    expect(one.exchange.state.kind).toBe("keeping");
    await until(() => one.exchange.state.kind === "unreachable");
    expect((await one.store.read(id))[0]!.steps).toHaveLength(2);
    server.instead = () => null;
    one.exchange.flush();
    await kept(one);
    expect(one.exchange.state).toEqual({ kind: "kept" });
    expect(await stored()).toBe("far away first|second|third");
  });

  test("that cannot be kept for a reason that may pass says the reason, and is tried again", async () => {
    const one = await Window.on(id);
    server.instead = (path, init) => (posts(path, init) ? refusal(507, "disk-full") : null);
    one.type("full ", 1);
    await until(() => one.exchange.state.kind === "refused");
    expect(one.exchange.state).toMatchObject({ why: "It is disk-full.", stored: true });
    server.instead = () => null;
    await kept(one);
    expect(await stored()).toBe("full first|second|third");
  });

  test("for a long time without a network gets in beside somebody who writes on in the same words", async () => {
    const [one, other] = [await Window.on(id), await Window.on(id)];
    const ofOne = (path: string, init: RequestInit) =>
      posts(path, init) && (JSON.parse(init.body as string) as AppendRequest).client === one.exchange.client;
    server.instead = (path, init) => (ofOne(path, init) ? Promise.reject(new TypeError("no network")) : null);
    for (let i = 0; i < 400; i++) one.type(i % 20 === 7 ? "s" : "f", i % 20 === 7 ? one.text.length - 8 : 1);
    // Whenever the one sends, the other has just taken the second block's words away and put new ones in.
    let between = 0;
    server.instead = async (path, init) => {
      if (ofOne(path, init) && between < 50) {
        await other.exchange["catchUp"]();
        const start = other.state.doc.child(0).nodeSize + 1;
        const end = start + other.state.doc.child(1).content.size;
        other.do(other.state.tr.insertText(`words ${between++} of the other`, start, end));
        other.exchange.flush();
        await kept(other);
      }
      return null;
    };
    one.exchange.flush();
    await kept(one);
    expect(between).toBeLessThan(50);
    expect((await stored()).split("|")[0]).toBe("f".repeat(380) + "first");
    expect(one.text).toBe(await stored());
  });

  test("whose answer is lost is there once", async () => {
    const one = await Window.on(id);
    let lost = 0;
    server.instead = (path, init) => {
      if (!posts(path, init) || lost++ > 0) return null;
      return server["answer"](new URL(path, "http://near"), init).then(() => {
        throw new TypeError("lost");
      });
    };
    one.type("once ", 1);
    await kept(one);
    expect(await stored()).toBe("once first|second|third");
    expect(one.text).toBe("once first|second|third");
  });

  test("that the authority will never take is given back to its author, and the newest version is shown", async () => {
    const one = await Window.on(id);
    server.instead = (path, init) => (posts(path, init) ? refusal(422, "invalid-steps") : null);
    one.type("never ", 1);
    await until(() => one.words.length > 0);
    expect(one.words[0]!.words).toBe("never first");
    expect(one.text).toBe("first|second|third");
    expect(await one.store.displaced(id)).toHaveLength(1);
    server.instead = () => null;
    one.type("again ", 1);
    await kept(one);
    expect(await stored()).toBe("again first|second|third");
  });
});

describe("what others do", () => {
  test("takes words away once, though their window is left before it has forgotten their steps", async () => {
    const [one, two] = [await Window.on(id), await Window.on(id)];
    server.instead = (path, init) => {
      if (posts(path, init) && String(init.body).includes("lost words"))
        throw new TypeError("the network is gone");
      return null;
    };
    one.exchange.listen();
    one.type("lost words ", 10);
    await until(() => one.exchange.state.kind === "unreachable");
    const [left] = await one.store.read(id);
    const second = two.state.doc.child(0).nodeSize;
    two.do(two.state.tr.delete(second, second + two.state.doc.child(1).nodeSize));
    await kept(two);
    await until(() => one.words.length > 0);
    server.instead = () => null;
    const found: Displaced[] = [];
    await takeOver(left!, { store: one.store, name: () => "Oda", fetch: server.fetch }, (words) =>
      found.push(words),
    );
    expect(found.map(({ id: it }) => it)).toEqual(one.words.map(({ id: it }) => it));
    expect(await one.store.displaced(id)).toHaveLength(1);
  });

  test("may take away what waits while it is sent: a sending that fails then leaves nothing that waits", async () => {
    const [one, two] = [await Window.on(id), await Window.on(id)];
    let fail = () => {};
    const failed = new Promise<void>((resolve) => (fail = resolve));
    let sending = false;
    server.instead = async (path, init) => {
      if (!posts(path, init) || !String(init.body).includes("lost words")) return null;
      sending = true;
      await failed;
      throw new TypeError("the network is gone");
    };
    one.exchange.listen();
    await until(() => one.exchange.connected);
    one.type("lost words ", 10);
    await until(() => sending);
    two.do(
      two.state.tr.delete(
        two.state.doc.child(0).nodeSize,
        two.state.doc.child(0).nodeSize + two.state.doc.child(1).nodeSize,
      ),
    );
    await kept(two);
    await until(() => one.words.length > 0);
    fail();
    await kept(one);
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(one.exchange.state).toEqual({ kind: "kept" });
  });

  test("comes over the live connection, under what waits here; carets and people too", async () => {
    const [one, two] = [await Window.on(id), await Window.on(id)];
    one.exchange.listen();
    two.exchange.listen();
    await until(() => one.exchange.people.length === 1 && two.exchange.people.length === 1);
    one.type("one ", 1);
    two.type("two ", 8);
    await kept(one);
    await kept(two);
    await until(() => one.text === two.text);
    expect(one.text).toBe("one first|two second|third");
    one.exchange.sendCaret();
    // A caret told a moment before, at a version before this one, may still come first.
    const { anchor, head } = one.state.selection;
    await until(() => {
      const caret = two.exchange.people[0]?.caret;
      const place = caret && two.exchange.placeOf(caret);
      return place?.anchor === anchor && place.head === head;
    });
  });

  test("while the connection was lost is caught up with", async () => {
    const [one, two] = [await Window.on(id), await Window.on(id)];
    one.exchange.listen();
    await until(() => one.exchange.connected);
    server.endConnections();
    await until(() => !one.exchange.connected);
    two.type("meanwhile ", 1);
    await kept(two);
    await until(() => one.text === "meanwhile first|second|third");
    expect(one.exchange.connected).toBe(true);
  });

  test("is loaded again where the steps in between are gone, own words on top", async () => {
    const [one, two] = [await Window.on(id), await Window.on(id)];
    two.type("two ", 1);
    await kept(two);
    server.instead = (path, init) =>
      posts(path, init) && (init.body as string).includes('"version":0') ? refusal(410, "gone") : null;
    one.type("one ", 8);
    await kept(one);
    expect(one.text).toBe("two first|one second|third");
    expect(await stored()).toBe(one.text);
  });

  test("is undone by a server that was put back to an earlier version, and what waits is sent to it", async () => {
    const one = await Window.on(id);
    one.type("lost with the restore ", 1);
    await kept(one);
    const earlier = await server.documents.create(
      LOCAL_AUTHOR,
      createDocument([paragraph("first"), paragraph("second")]),
    );
    // The same address now leads to a document that has not come so far.
    server.instead = (path, init) => {
      const other = new URL(path.replace(id, earlier), "http://near");
      return path.includes(id)
        ? server["answer"](other, init).catch((error: { status: number; code: string; message: string }) =>
            Response.json({ error: { code: error.code, message: error.message } }, { status: error.status }),
          )
        : null;
    };
    one.type("new ", one.state.doc.content.size - 6);
    await kept(one);
    const { index } = await server.documents.read(LOCAL_AUTHOR, earlier);
    expect(index.doc.firstChild!.textContent).toBe("first");
    expect(one.state.doc.eq(index.doc)).toBe(true);
    // What this window held may be the last copy: it is offered as a version, with all that was accepted in it.
    const held = one.words.find((it) => it.kind === "version")!;
    expect(schema.nodeFromJSON(held.blocks[0]).textContent).toContain("lost with the restore ");
    expect(await one.store.displaced(id)).toContainEqual(held);
  });

  describe("by a server that was put back and went on beyond the version here", () => {
    let backup: string;
    let one: Window;
    beforeEach(async () => {
      backup = mkdtempSync(path.join(tmpdir(), "gate-rope-backup-"));
      one = await Window.on(id);
      one.type("before ", 1);
      await kept(one);
      await server.documents.close();
      cpSync(folder, backup, { recursive: true });
      server.documents = await openAuthority(folder);
      one.type("lost ", 1);
      await kept(one);
      await server.documents.close();
      server.documents = await openAuthority(backup);
      const two = await Window.on(id);
      for (const words of ["c", "b", "a"]) {
        two.type(words, 1);
        await kept(two);
      }
    });
    afterEach(async () => {
      await server.documents.close();
      rmSync(backup, { recursive: true, force: true });
    });

    async function expectOffered(): Promise<void> {
      await until(() => one.words.length > 0);
      const [held] = one.words;
      expect(held!.kind).toBe("version");
      expect(schema.nodeFromJSON(held!.blocks[0]).textContent).toContain("lost before first");
      await until(() => one.text.startsWith("abcbefore first"));
      expect(await stored()).toBe(one.text);
    }

    test("is told apart when steps are sent; the text here is offered, what waits is kept", async () => {
      one.type("new ", one.state.doc.content.size - 1);
      await kept(one);
      await expectOffered();
      expect(one.text).toContain("new ");
    });

    test("is told apart when the window listens", async () => {
      one.exchange.listen();
      await expectOffered();
    });

    test("is told apart in a window that had written nothing", async () => {
      await server.documents.close();
      server.documents = await openAuthority(folder);
      const reader = await Window.on(id);
      reader.exchange.listen();
      await until(() => reader.exchange.connected);
      await new Promise((done) => setTimeout(done, 50));
      await server.documents.close();
      server.documents = await openAuthority(backup);
      server.endConnections();
      one = reader;
      await expectOffered();
    });
  });

  test("to remove the document is told", async () => {
    const one = await Window.on(id);
    one.exchange.listen();
    await until(() => one.exchange.connected);
    await server.documents.remove(LOCAL_AUTHOR, id);
    await until(() => one.isRemoved);
  });
});

describe("what a window that ended had not sent", () => {
  async function endedWith(words: string): Promise<Window> {
    const one = await Window.on(id);
    server.instead = () => Promise.reject(new TypeError("no network"));
    one.type(words, 1);
    await one.exchange.settled();
    one.exchange.close();
    server.instead = () => null;
    return one;
  }
  const options = () => ({ store: new BrowserStore(), name: () => "Oda", fetch: server.fetch });

  test("is sent by the next, once, however often it is tried", async () => {
    const one = await endedWith("left ");
    const two = await Window.on(id);
    two.type("before ", 1);
    await kept(two);
    expect(await takeOverLeft(id, options(), () => {})).toBe(true);
    expect(await stored()).toBe("left before first|second|third");
    expect(await one.store.read(id)).toEqual([]);
    expect(await takeOverLeft(id, options(), () => {})).toBe(false);
    expect(await stored()).toBe("left before first|second|third");
  });

  test("waits on while the server is away", async () => {
    const one = await endedWith("left ");
    const [left] = await one.store.read(id);
    server.instead = () => Promise.reject(new TypeError("no network"));
    expect(await takeOver(left!, options(), () => {})).toBe("later");
    expect(await one.store.read(id)).toHaveLength(1);
    await one.store.forget(id, left!.client);
  });

  test("on a version that is not there is shown as words, and stays to be put back", async () => {
    const one = await endedWith("left words");
    const [left] = await one.store.read(id);
    const shown: Displaced[] = [];
    expect(await takeOver({ ...left!, version: 99 }, options(), (words) => shown.push(words))).toBe(
      "displaced",
    );
    expect(shown[0]!.words).toBe("left words");
    expect(schema.nodeFromJSON(shown[0]!.blocks[0]).textContent).toBe("left words");
    expect((await one.store.displaced(id)).map((it) => it.words)).toContain("left words");
    expect(await one.store.read(id)).toEqual([]);
  });
});
