import { newId } from "@/core/document";
import { authorName, keepAuthorName } from "../browser/author-name";
import { BrowserStore } from "../sync/browser-store";
import { Exchange } from "../sync/exchange";
import type { KeepingState } from "../sync/keeping-state";
import type { SyncHost } from "../sync/sync-host";
import { sharedLive } from "../sync/shared-live";
import { takeOverLeft } from "../sync/take-over";
import { holdWindow } from "../sync/window-lock";
import { Observable } from "./observable";

/** What the window has to do for the exchange with the server. */
export interface WindowHost extends Omit<SyncHost, "changed"> {
  /** Other people came, went or moved their carets. */
  peopleChanged(): void;
  /** Somebody looks at this window again. */
  lookedAt(): void;
}

/** Keeps the document of this window and the server's the same: whether all is on disk, and who else writes. */
export class Sync extends Observable {
  readonly store = new BrowserStore();
  private readonly exchange: Exchange;
  private readonly letGoOfWindow: () => void;
  private lastPeople: Exchange["people"] = [];

  constructor(
    private readonly document: string,
    version: number,
    private readonly host: WindowHost,
  ) {
    super();
    const client = newId();
    this.letGoOfWindow = holdWindow(client);
    const copy: SyncHost = {
      get state() {
        return host.state;
      },
      settle: () => host.settle(),
      receive: (tr) => host.receive(tr),
      changed: () => this.changed(),
      displaced: (words) => host.displaced(words),
      dropped: (count) => host.dropped(count),
      removed: () => host.removed(),
    };
    this.exchange = new Exchange(copy, {
      document,
      version,
      client,
      name: authorName,
      store: this.store,
      live: sharedLive().fetch,
    });
    this.listenWhileVisible();
    globalThis.document.addEventListener("visibilitychange", this.listenWhileVisible);
  }

  /** Sends what earlier windows left behind; answers whether there was anything. */
  takeOver(): Promise<boolean> {
    return takeOverLeft(this.document, { store: this.store, name: authorName }, (words) =>
      this.host.displaced(words),
    );
  }

  /** Whether all that was written is on the server's disk. */
  get kept(): KeepingState {
    return this.exchange.state;
  }

  /** Who else has the document open. */
  get people(): Exchange["people"] {
    return this.exchange.people;
  }

  /** Whether this window learns at once what others do. */
  get connected(): boolean {
    return this.exchange.connected;
  }

  /** The name under which others see this author. */
  get name(): string {
    return authorName();
  }

  /** Whether closing the window now would lose words. */
  get wouldLose(): boolean {
    return this.exchange.wouldLose;
  }

  /** Takes another name; false if this browser does not store it, so that it holds for no other window. */
  takeName(name: string): boolean {
    const stored = keepAuthorName(name);
    this.exchange.renamed();
    this.notify();
    return stored;
  }

  /** Resolves once all that was done is on disk; rejects if that is not possible now. */
  whenKept(): Promise<void> {
    this.exchange.flush();
    return new Promise((resolve, reject) => {
      const look = () => {
        const { kind } = this.kept;
        if (kind === "keeping") return;
        stop();
        if (kind === "kept") resolve();
        else reject(new Error("Not all of your text is saved yet."));
      };
      const stop = this.subscribe(look);
      look();
    });
  }

  /** The exchange itself, for what goes with each change of the document. */
  get steps(): Pick<Exchange, "add" | "sendCaret" | "placeOf"> {
    return this.exchange;
  }

  sendBeforeLeaving(): void {
    this.exchange.sendBeforeLeaving();
  }

  close(): void {
    this.exchange.sendBeforeLeaving();
    this.exchange.close();
    this.letGoOfWindow();
    globalThis.document.removeEventListener("visibilitychange", this.listenWhileVisible);
  }

  private changed(): void {
    if (this.people !== this.lastPeople) {
      this.lastPeople = this.people;
      this.host.peopleChanged();
    }
    this.notify();
  }

  /** A window that nobody looks at hears through the others of its browser: connections are few. */
  private listenWhileVisible = (): void => {
    if (globalThis.document.visibilityState === "visible") {
      this.exchange.listen();
      this.host.lookedAt();
    } else this.exchange.rest();
  };
}
