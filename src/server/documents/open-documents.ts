import { stepName } from "@/core/collab";
import { OpenDocument } from "./open-document";
import type { Snapshots } from "./snapshots";
import type { StoredDocuments, StoredStep } from "./stored-documents";

/** The memory that all open documents may take together. Some fifteen documents of a thousand pages. */
const MAX_OPEN_BYTES = 440_000_000;

/** The documents held in memory. The least recently used ones go when the others need the room. */
export class OpenDocuments {
  /** By id, the most recently used last. */
  private readonly open = new Map<string, OpenDocument>();
  private readonly loading = new Map<string, Promise<OpenDocument>>();

  constructor(
    private readonly stored: StoredDocuments,
    private readonly snapshots: Snapshots,
    /** Whether a document is being worked on and has to stay. */
    private readonly isBusy: (id: string) => boolean,
    private readonly maxBytes = MAX_OPEN_BYTES,
  ) {}

  has(id: string): boolean {
    return this.open.has(id);
  }

  /** The newest version. Throws a ServerError if the document is missing or cannot be read. */
  async load(id: string): Promise<OpenDocument> {
    const known = this.open.get(id);
    if (known) {
      this.put(id, known);
      return known;
    }
    const underWay = this.loading.get(id);
    if (underWay) return underWay;
    const loading = this.stored.load(id).then(({ doc, version, snapshot, stepsSince }) => {
      const open = OpenDocument.of(doc, version, stepsSince);
      this.snapshots.opened(id, snapshot);
      this.put(id, open);
      return open;
    });
    this.loading.set(id, loading);
    try {
      return await loading;
    } finally {
      this.loading.delete(id);
    }
  }

  /** Holds a newer version, and lets go of the least recently used documents if there is not enough room. */
  put(id: string, open: OpenDocument): void {
    this.open.delete(id);
    this.open.set(id, open);
    let bytes = 0;
    for (const one of this.open.values()) bytes += one.bytes;
    for (const [oldest, one] of this.open) {
      if (bytes <= this.maxBytes || oldest === id) break;
      if (this.isBusy(oldest)) continue;
      bytes -= one.bytes;
      this.letGo(oldest);
    }
  }

  letGo(id: string): void {
    this.open.delete(id);
    this.snapshots.forget(id);
  }

  /** The steps after a version; null if they are not there any more. */
  async stepsSince(id: string, open: OpenDocument, version: number): Promise<readonly StoredStep[] | null> {
    if (version > open.version) return [];
    return open.stepsSince(version) ?? (await this.stored.stepsAfter(id, version, open.version));
  }

  /** The name of the step that led to a version; undefined if there is none, or it is not there any more. */
  async ledBy(id: string, open: OpenDocument, version: number): Promise<string | undefined> {
    if (version <= 0 || version > open.version) return undefined;
    const known = open.ledBy(version);
    if (known) return known;
    const [step] = (await this.stored.stepsAfter(id, version - 1, version)) ?? [];
    return step && stepName(step);
  }

  /** The number of a client's last step; 0 if it has none. */
  async lastNumber(id: string, open: OpenDocument, client: string): Promise<number> {
    return open.lastNumber(client) ?? (await this.stored.lastNumber(id, client, open.version));
  }
}
