/** Something a reader left out or changed: what, why, and how often. */
export interface Dropped {
  readonly what: string;
  readonly why: string;
  readonly count: number;
}

/** Counts what a reader leaves out, each kind once. */
export class DropLog {
  private readonly counts = new Map<string, { what: string; why: string; count: number }>();

  add(what: string, why: string, count = 1): void {
    const known = this.counts.get(what);
    if (known) known.count += count;
    else this.counts.set(what, { what, why, count });
  }

  get entries(): Dropped[] {
    return [...this.counts.values()];
  }
}
