import type { z } from "zod";
import type { droppedSchema } from "../import-report";

/** Something a reader left out or changed: what, why, and how often. */
export type Dropped = Readonly<z.infer<typeof droppedSchema>>;

/** Counts what a reader leaves out, each kind once. */
export class DropLog {
  private readonly counts = new Map<string, { what: string; why: string; count: number; withAll?: true }>();

  add(what: string, why: string, count = 1, withAll = false): void {
    const known = this.counts.get(what);
    if (known) known.count += count;
    else this.counts.set(what, { what, why, count, ...(withAll && { withAll }) });
  }

  get entries(): Dropped[] {
    return [...this.counts.values()];
  }
}
