import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import { LastKeys, quickStorage, withLastKeys, type HeldKeys } from "./last-keys";
import type { Displaced, StoredOwnStep, StoredWaiting, WaitingStore } from "./waiting-store";

interface StoreSchema extends DBSchema {
  windows: { key: [string, string]; value: { document: string; client: string; version: number } };
  steps: {
    key: [string, string, number];
    value: StoredOwnStep & { document: string; client: string };
  };
  displaced: { key: string; value: Displaced; indexes: { document: string } };
}

/** Steps that wait, in the browser's own database, and the last keys of each window beside it. */
export class BrowserStore implements WaitingStore {
  private db: Promise<IDBPDatabase<StoreSchema>> | null = null;
  private readonly keys: LastKeys;

  constructor(storage = quickStorage()) {
    this.keys = new LastKeys(storage);
  }

  hold(keys: HeldKeys): void {
    this.keys.hold(keys);
  }

  release(client: string): void {
    this.keys.release(client);
  }

  private open(): Promise<IDBPDatabase<StoreSchema>> {
    this.db ??= openDB<StoreSchema>("gate-rope", 1, {
      upgrade(db) {
        db.createObjectStore("windows", { keyPath: ["document", "client"] });
        db.createObjectStore("steps", { keyPath: ["document", "client", "number"] });
        db.createObjectStore("displaced", { keyPath: "id" }).createIndex("document", "document");
      },
      terminated: () => {
        this.db = null;
      },
    }).catch((error: unknown) => {
      this.db = null;
      throw error;
    });
    return this.db;
  }

  async write(
    document: string,
    client: string,
    version: number,
    put: readonly StoredOwnStep[],
    forget: readonly number[],
  ): Promise<void> {
    const transaction = (await this.open()).transaction(["windows", "steps"], "readwrite");
    const steps = transaction.objectStore("steps");
    void transaction.objectStore("windows").put({ document, client, version });
    for (const number of forget) void steps.delete([document, client, number]);
    for (const step of put) void steps.put({ document, client, ...step });
    await transaction.done;
  }

  async read(document: string): Promise<StoredWaiting[]> {
    const transaction = (await this.open()).transaction(["windows", "steps"]);
    const windows = await transaction
      .objectStore("windows")
      .getAll(IDBKeyRange.bound([document, ""], [document, "\uffff"]));
    const found: StoredWaiting[] = [];
    for (const { client, version } of windows) {
      const steps = await transaction
        .objectStore("steps")
        .getAll(IDBKeyRange.bound([document, client, 0], [document, client, Number.MAX_SAFE_INTEGER]));
      found.push({ document, client, version, steps: steps.map(({ number, step }) => ({ number, step })) });
    }
    for (const entry of this.keys.read(document)) {
      const at = found.findIndex(({ client }) => client === entry.client);
      const left = withLastKeys(found[at], entry);
      if (left) found.splice(at < 0 ? found.length : at, 1, left);
    }
    return found;
  }

  async forget(document: string, client: string): Promise<void> {
    this.keys.release(client);
    const transaction = (await this.open()).transaction(["windows", "steps"], "readwrite");
    void transaction.objectStore("windows").delete([document, client]);
    void transaction
      .objectStore("steps")
      .delete(IDBKeyRange.bound([document, client, 0], [document, client, Number.MAX_SAFE_INTEGER]));
    await transaction.done;
  }

  async keepDisplaced(displaced: Displaced): Promise<void> {
    await (await this.open()).put("displaced", displaced);
  }

  async displaced(document: string): Promise<Displaced[]> {
    return (await this.open()).getAllFromIndex("displaced", "document", document);
  }

  async letGo(id: string): Promise<void> {
    await (await this.open()).delete("displaced", id);
  }
}
