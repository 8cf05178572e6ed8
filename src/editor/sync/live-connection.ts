import { createParser } from "eventsource-parser";
import { liveEvent, type LiveEvent } from "@/core/collab";
import { isOffline } from "./offline";

const MIN_PAUSE_MS = 500;
/** The server gives a sign of life more often than this; without one the connection is taken for dead. */
const MAX_SILENCE_MS = 40_000;

/**
 * A connection on which a server sends what happens. Lost, it is made again, with growing pauses and from wherever one
 * then stands.
 */
export class LiveConnection {
  connected = false;
  private ended = false;
  private current: AbortController | null = null;
  private pause = MIN_PAUSE_MS;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(
    /** The address at this moment: it names the version last seen. */
    private readonly address: () => string,
    private readonly onEvent: (event: LiveEvent) => void,
    private readonly changed: () => void,
    private readonly fetch: typeof globalThis.fetch,
    /** The longest time between two tries, in milliseconds. */
    private readonly longestPause: number,
  ) {}

  open(): void {
    if (this.current || this.ended) return;
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    void this.run();
  }

  /** Tries at once instead of after a pause: the server was heard of in another way. */
  hurry(): void {
    if (this.timer) this.open();
  }

  /** Ends the connection for now; {@link open} makes it again. */
  rest(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    this.current?.abort();
    this.current = null;
  }

  close(): void {
    this.ended = true;
    this.rest();
  }

  private async run(): Promise<void> {
    const own = (this.current = new AbortController());
    let watch: ReturnType<typeof setTimeout> | undefined;
    const alive = () => {
      clearTimeout(watch);
      watch = setTimeout(() => own.abort(), MAX_SILENCE_MS);
    };
    try {
      alive();
      if (isOffline()) throw new Error("There is no network.");
      const response = await this.fetch(this.address(), {
        headers: { Accept: "text/event-stream" },
        signal: own.signal,
        cache: "no-store",
      });
      if (!response.ok || !response.body) throw new Error(`answered with ${response.status}`);
      const parser = createParser({
        onEvent: ({ data }) => {
          const parsed = liveEvent.safeParse(JSON.parse(data));
          if (parsed.success && this.current === own) this.onEvent(parsed.data);
        },
      });
      const decoder = new TextDecoder();
      const reader = response.body.getReader();
      this.become(true);
      for (;;) {
        const { done, value } = await reader.read();
        if (done) break;
        alive();
        this.pause = MIN_PAUSE_MS;
        parser.feed(decoder.decode(value, { stream: true }));
      }
    } catch {
      // It is tried again for any reason.
    } finally {
      clearTimeout(watch);
    }
    if (this.current !== own) return;
    this.current = null;
    this.become(false);
    if (this.ended) return;
    const pause = Math.min(this.pause, this.longestPause);
    this.timer = setTimeout(() => this.open(), pause * (0.75 + Math.random() / 2));
    this.pause = pause * 2;
  }

  private become(connected: boolean): void {
    if (this.connected === connected) return;
    this.connected = connected;
    this.changed();
  }
}
