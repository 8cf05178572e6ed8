/** Whether what is on the screen is on disk. */
export type KeepingState =
  | { readonly kind: "kept" }
  | { readonly kind: "keeping" }
  /** The server does not answer; it is tried again. */
  | { readonly kind: "unreachable" }
  /** The server could not keep it, for a reason that may pass; it is tried again. */
  | { readonly kind: "refused"; readonly why: string }
  /** Somebody else, or another tab, has kept a newer version; own changes wait here. */
  | { readonly kind: "newer" };

interface Answer {
  version?: number;
  error?: { code: string; message: string; version?: number; client?: string | null };
}

const PAUSE = 150;
const LONGEST_PAUSE = 15_000;
const MOST_AT_ONCE = 1_000;

/**
 * Sends the steps of one document to the server, in order, a batch at a time, each with the version it builds on. Nothing
 * is called kept before the server has it on disk. Knows nothing of the editor; steps are JSON here.
 */
export class Keeping {
  state: KeepingState = { kind: "kept" };
  private waiting: unknown[] = [];
  private sending = 0;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private pause = PAUSE;
  private readonly client = crypto.randomUUID();
  private readonly tabs: BroadcastChannel;

  constructor(
    private readonly documentId: string,
    private version: number,
    private readonly changed: () => void,
    /** Another tab has kept a newer version while nothing waits here. */
    private readonly outdated: () => void,
  ) {
    this.tabs = new BroadcastChannel(`gate-rope ${documentId}`);
    this.tabs.onmessage = (event: MessageEvent<number>) => this.hear(event.data);
  }

  add(steps: readonly unknown[]): void {
    this.waiting.push(...steps);
    if (this.state.kind === "newer") return;
    if (this.state.kind === "kept") this.become({ kind: "keeping" });
    this.schedule(this.pause);
  }

  /** Whether closing the tab now would lose something. */
  get hasUnkept(): boolean {
    return this.waiting.length > 0;
  }

  /** Sends what waits, now. */
  flush(): void {
    if (this.waiting.length > 0) this.schedule(0);
  }

  /** A last try while the page is going away. */
  sendBeforeLeaving(): void {
    if (this.sending === 0 && this.waiting.length > 0 && this.state.kind !== "newer")
      void this.post(this.waiting, true).catch(() => {});
  }

  close(): void {
    if (this.timer) clearTimeout(this.timer);
    this.tabs.close();
  }

  private hear(version: number): void {
    if (version <= this.version || this.state.kind === "newer") return;
    if (this.waiting.length > 0) this.become({ kind: "newer" });
    else this.outdated();
  }

  private schedule(pause: number): void {
    if (this.sending > 0) return;
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), pause);
  }

  private async send(): Promise<void> {
    if (this.sending > 0 || this.waiting.length === 0 || this.state.kind === "newer") return;
    const steps = this.waiting.slice(0, MOST_AT_ONCE);
    this.sending = steps.length;
    try {
      const response = await this.post(steps, false);
      this.take(response.status, (await response.json().catch(() => ({}))) as Answer, steps.length);
    } catch {
      this.tryAgain({ kind: "unreachable" });
    } finally {
      this.sending = 0;
      if (this.waiting.length > 0 && !this.isStopped) this.schedule(this.pause);
    }
  }

  private take(status: number, answer: Answer, sent: number): void {
    if (status === 200 && answer.version !== undefined) return this.accept(answer.version, sent);
    // The answer to an earlier try was lost, but the steps had arrived.
    const own =
      status === 409 && answer.error?.client === this.client && answer.error.version === this.version + sent;
    if (own) return this.accept(this.version + sent, sent);
    if (status === 409) return this.become({ kind: "newer" });
    this.tryAgain({ kind: "refused", why: answer.error?.message ?? `The server answered with ${status}.` });
  }

  private accept(version: number, sent: number): void {
    this.version = version;
    this.waiting.splice(0, sent);
    this.pause = PAUSE;
    this.tabs.postMessage(version);
    this.become({ kind: this.waiting.length === 0 ? "kept" : "keeping" });
  }

  private tryAgain(state: KeepingState): void {
    this.pause = Math.min(Math.max(this.pause * 2, 1_000), LONGEST_PAUSE);
    this.become(state);
  }

  private post(steps: readonly unknown[], keepalive: boolean): Promise<Response> {
    return fetch(`/api/documents/${this.documentId}/steps`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ version: this.version, client: this.client, steps }),
      keepalive,
    });
  }

  private get isStopped(): boolean {
    return this.state.kind === "newer";
  }

  private become(state: KeepingState): void {
    this.state = state;
    this.changed();
  }
}
