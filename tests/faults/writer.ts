import { EditorState, type Transaction } from "prosemirror-state";
import { Author, EDITS, type Letters } from "#tests/authors";
import { schema } from "@/core/document";
import { sentSteps } from "@/core/collab";
import { Exchange } from "@/editor/sync/exchange";
import type { SyncHost } from "@/editor/sync/sync-host";
import type { Displaced, WaitingStore } from "@/editor/sync/waiting-store";

const PLAIN = EDITS.filter((kind) => kind !== "cut" && kind !== "paste");

/** Somebody who writes without a screen, through the very exchange that a window has. */
export class Writer implements SyncHost {
  readonly exchange: Exchange;
  /** Numbers of own steps that a server has said it accepted. */
  readonly accepted = new Set<number>();
  readonly words: Displaced[] = [];
  private readonly author: Author;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(
    readonly name: string,
    server: string,
    document: string,
    opened: { version: number; document: object },
    letters: Letters,
    fetch: typeof globalThis.fetch,
    store: WaitingStore,
    private readonly random: () => number,
  ) {
    this.author = new Author(name, schema.nodeFromJSON(opened.document), letters);
    this.author.whenDone = (transactions) => this.exchange.add(transactions);
    const noting: typeof globalThis.fetch = async (input, init) => {
      const response = await fetch(input, init);
      if (init?.method === "POST" && response.ok && response.status === 200)
        await this.note(response.clone());
      return response;
    };
    this.exchange = new Exchange(this, {
      document,
      version: opened.version,
      name: () => name,
      store,
      server,
      fetch: noting,
      // The server is up for moments only; both are to write in each of them.
      longestPause: 250,
    });
    this.exchange.listen();
  }

  get state(): EditorState {
    return this.author.state;
  }

  private async note(response: Response): Promise<void> {
    const since = sentSteps.safeParse(await response.json());
    for (const step of since.data?.steps ?? [])
      if (step.client === this.exchange.client) this.accepted.add(step.number);
  }

  /** Writes on and on. */
  begin(): void {
    const next = () => {
      const n = () => Math.floor(this.random() * 5_000);
      this.author.edit({ kind: PLAIN[n() % PLAIN.length]!, at: n(), size: n() % 50, to: n() % 50 });
      this.timer = setTimeout(next, 10 + this.random() * 60);
    };
    next();
  }

  end(): void {
    if (this.timer) clearTimeout(this.timer);
  }

  /** Resolves when all that was written is accepted and all that was accepted is here. */
  async atRest(version: () => Promise<number>): Promise<void> {
    for (let i = 0; i < 1_200; i++) {
      if (!this.exchange.hasUnkept && this.exchange.version === (await version())) return;
      this.exchange.flush();
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    throw new Error(
      `${this.name} did not come to rest: ${JSON.stringify(this.exchange.state)}, at version ${this.exchange.version} of ${await version()}`,
    );
  }

  settle(): void {}
  receive(tr: Transaction): void {
    this.author.receive(tr);
  }
  changed(): void {}
  displaced(words: Displaced): void {
    this.words.push(words);
  }
  dropped(): void {}
  removed(): void {}
}
