import { home } from "./edition";

/** What a server tells of the newest edition. */
export interface Newest {
  readonly number: number;
}

let asked: Promise<Newest | null> | null = null;

/** The newest edition; null where no server tells, as from a folder on a disk. Asked once, when the page is there. */
export function newest(): Promise<Newest | null> {
  asked ??= new Promise<void>((done) => setTimeout(done, 300))
    .then(() => fetch(new URL("newest.json", home), { cache: "no-store" }))
    .then((answer) => (answer.ok ? (answer.json() as Promise<Newest | null>) : null))
    .catch(() => null);
  return asked;
}
