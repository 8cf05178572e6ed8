import { messageOf } from "@/core/thrown";
import type { OpenDocument } from "./open-document";
import type { StoredDocuments } from "./stored-documents";

const STEPS_BETWEEN_SNAPSHOTS = 300;
/** When many people write at once, snapshots of a long document would be all the server does, so they are at least this far apart … */
const MIN_MS_BETWEEN_SNAPSHOTS = 5_000;
/** … up to this many steps, which are still quick to apply when the document is opened. */
const MAX_STEPS_BETWEEN_SNAPSHOTS = 1_500;

/** Decides when to take a snapshot of an open document. The steps are stored already; a snapshot only makes opening quicker. */
export class Snapshots {
  /** Version and time of the newest snapshot by document; time 0 if it was taken before the document was opened. */
  private readonly newest = new Map<string, { readonly version: number; readonly at: number }>();
  private readonly underWay = new Set<string>();

  constructor(private readonly stored: StoredDocuments) {}

  /** Notes which snapshot a document was opened from. */
  opened(id: string, version: number): void {
    this.newest.set(id, { version, at: 0 });
  }

  forget(id: string): void {
    this.newest.delete(id);
  }

  /** Takes a snapshot if it is time for one. Runs beside other work and never throws. */
  async takeIfDue(id: string, open: OpenDocument): Promise<void> {
    if (!this.isDue(id, open) || this.underWay.has(id)) return;
    this.underWay.add(id);
    try {
      await this.stored.keepSnapshot(id, open.version, open.doc);
      this.newest.set(id, { version: open.version, at: Date.now() });
    } catch (error) {
      console.error(`gate-rope: no snapshot of ${id} could be taken now: ${messageOf(error)}`);
    } finally {
      this.underWay.delete(id);
    }
  }

  private isDue(id: string, open: OpenDocument): boolean {
    const { version, at } = this.newest.get(id) ?? { version: 0, at: 0 };
    const steps = open.version - version;
    return (
      steps >= STEPS_BETWEEN_SNAPSHOTS &&
      (steps >= MAX_STEPS_BETWEEN_SNAPSHOTS || Date.now() - at >= MIN_MS_BETWEEN_SNAPSHOTS)
    );
  }
}
