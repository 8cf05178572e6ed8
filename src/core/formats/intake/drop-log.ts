/** Something a reader left out or changed: what, why, and how often. */
export interface Dropped {
  readonly what: string;
  readonly why: string;
  readonly count: number;
  /** It comes in where all that a file holds is asked for. */
  readonly withAll?: true | undefined;
}

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
