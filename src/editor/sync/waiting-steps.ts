import { stepToJSON, type OwnStep } from "@/core/steps";
import type { WaitingStore } from "./waiting-store";

/** What is typed within so many milliseconds goes into one write. */
const GATHERED = 100;

/**
 * Keeps what waits of one window in the store as it stands, one write after the other; what changes meanwhile goes into the
 * next. `safe` is false while only this window holds the newest text.
 */
export class WaitingSteps {
  safe = true;
  private readonly written = new Map<number, OwnStep>();
  /** The version on which the store has what it has; null where it has nothing. */
  private writtenVersion: number | null = null;
  private wanted: { version: number; steps: readonly OwnStep[] } | null = null;
  private running: Promise<void> | null = null;

  constructor(
    private readonly store: WaitingStore,
    private readonly document: string,
    private readonly client: string,
  ) {}

  /** Notes what waits now; resolves when that, or something later, is written or could not be. */
  note(version: number, steps: readonly OwnStep[]): Promise<void> {
    this.wanted = { version, steps };
    this.hold(version, steps);
    this.running ??= this.run();
    return this.running;
  }

  /** Holds what the store does not have yet, and all of it where it has it on another version. */
  private hold(version: number, steps: readonly OwnStep[]): void {
    if (!this.store.hold) return;
    if (steps.length === 0) return this.store.release?.(this.client);
    const whole = version !== this.writtenVersion;
    let from = whole ? 0 : steps.length;
    if (!whole) while (from > 0 && this.written.get(steps[from - 1]!.number) !== steps[from - 1]) from--;
    const fresh = steps.slice(from);
    this.store.hold({
      document: this.document,
      client: this.client,
      version,
      whole,
      steps: fresh.map(({ number, step }) => ({ number, step: stepToJSON(step) })),
    });
  }

  private async run(): Promise<void> {
    // A keystroke is drawn before it is stored, and keys that follow each other are stored together.
    await new Promise((resolve) => setTimeout(resolve, GATHERED));
    while (this.wanted) {
      const { version, steps } = this.wanted;
      this.wanted = null;
      const standing = new Set(steps.map((it) => it.number));
      const put = steps.filter((it) => this.written.get(it.number) !== it);
      const forget = [...this.written.keys()].filter((number) => !standing.has(number));
      try {
        if (steps.length === 0) await this.store.forget(this.document, this.client);
        else
          await this.store.write(
            this.document,
            this.client,
            version,
            put.map(({ number, step }) => ({ number, step: stepToJSON(step) })),
            forget,
          );
        for (const number of forget) this.written.delete(number);
        for (const it of put) this.written.set(it.number, it);
        this.writtenVersion = steps.length === 0 ? null : version;
        // Steps that came meanwhile are stored with the next ones.
        if (!this.wanted) this.store.release?.(this.client);
        this.safe = true;
      } catch {
        this.safe = steps.length === 0;
      }
    }
    this.running = null;
  }
}
