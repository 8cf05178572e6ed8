import { createParser } from "eventsource-parser";
import { z } from "zod";
import { addressOf } from "@/contract/call";
import { followDocument, followDocuments, followSchema, type Follow } from "@/contract/steps";
import { liveEvent } from "@/core/collab";
import { fromJSON } from "@/core/model/from-json";
import { isStandingWindow } from "./window-lock";

/** What windows of one browser say to each other of the connection they share. */
const messageSchema = z.discriminatedUnion("kind", [
  /** A window wants to hear of a document; it says so again when another window leads. */
  z.object({ kind: z.literal("follow"), follow: followSchema }),
  z.object({ kind: z.literal("leave"), client: z.string() }),
  /** Another window holds the connection from now on. */
  z.object({ kind: z.literal("lead") }),
  /** An event for a window, as it came. */
  z.object({ kind: z.literal("event"), client: z.string(), data: z.string() }),
  /** The connection stands, or is lost. */
  z.object({ kind: z.literal("here") }),
  z.object({ kind: z.literal("lost") }),
]);
type Message = z.infer<typeof messageSchema>;

const NAME = "gate-rope live";
/** Windows that open together are told to the server together, in milliseconds. */
const GATHERED = 30;
/** In milliseconds. */
const NEW = 10_000;
/** How long a connection stays open after another window took the lead, in milliseconds. */
const HANDED_OVER = 500;

/** A document that this window follows, and where what is heard of it goes. */
interface Followed {
  follow: Follow;
  readonly to: ReadableStreamDefaultController<Uint8Array>;
  /** Called when the connection stands; not before is there an answer. */
  readonly stands: () => void;
  readonly failed: (error: Error) => void;
}

const encoder = new TextEncoder();

/**
 * One connection for all windows of a browser that are looked at: a browser opens no more than six to one server. The window that
 * holds a lock leads: it asks the server for all, and hands on what each is to hear. Where it goes, another takes its place, and
 * goes on from the versions that were heard last. Without locks or channels, as on an unsafe address, each window has a connection of its own.
 */
export class SharedLive {
  private readonly own = new Map<string, Followed>();
  /** What the others follow, and since when; known to the window that leads. */
  private readonly others = new Map<string, { readonly follow: Follow; readonly since: number }>();
  private readonly channel: BroadcastChannel | null;
  private leads = false;
  private resign: (() => void) | null = null;
  private connection: AbortController | null = null;
  private gathering: ReturnType<typeof setTimeout> | null = null;

  constructor(
    private readonly locks: LockManager | null,
    private readonly ask: typeof globalThis.fetch = globalThis.fetch.bind(globalThis),
  ) {
    this.channel = locks && typeof BroadcastChannel !== "undefined" ? new BroadcastChannel(NAME) : null;
    if (!this.channel) return;
    this.channel.onmessage = ({ data }: MessageEvent) => {
      const { success, data: message } = messageSchema.safeParse(data);
      if (success) this.onMessage(message);
    };
  }

  /** Answers a request to follow a document as `fetch` would: a stream of events, which ends where the connection is lost. */
  readonly fetch: typeof globalThis.fetch = (address, init) => {
    const follow = followOf(String(address));
    if (!this.channel || !follow) return this.ask(address, init);
    const { client } = follow;
    return new Promise<Response>((answer, failed) => {
      const stream = new ReadableStream<Uint8Array>({
        start: (to) => {
          let answered = false;
          const stands = () => {
            if (!answered) answer(new Response(stream));
            answered = true;
          };
          // In the next turn, when the stream is there.
          void Promise.resolve().then(() => {
            if (init?.signal?.aborted) return;
            this.own.set(client, { follow, to, stands, failed });
            this.lead();
            if (this.leads) this.connectSoon();
            else this.broadcast({ kind: "follow", follow });
          });
        },
      });
      init?.signal?.addEventListener("abort", () => this.leave(client));
    });
  };

  /** Lets go of all that is followed, and of the other windows. */
  close(): void {
    for (const client of [...this.own.keys()]) this.leave(client);
    this.channel?.close();
  }

  private leave(client: string): void {
    const followed = this.own.get(client);
    if (!followed) return;
    this.own.delete(client);
    ended(followed);
    if (!this.leads) this.broadcast({ kind: "leave", client });
    else if (this.own.size > 0) this.connectSoon();
    if (this.own.size > 0) return;
    // Who is not looked at leads no others.
    this.resign?.();
    this.resign = null;
  }

  private broadcast(message: Message): void {
    this.channel!.postMessage(message);
  }

  private onMessage(message: Message): void {
    switch (message.kind) {
      case "follow":
        if (!this.leads) return;
        this.others.set(message.follow.client, { follow: message.follow, since: Date.now() });
        return this.connectSoon();
      case "leave":
        if (this.others.delete(message.client) && this.leads) this.connectSoon();
        return;
      case "lead":
        for (const { follow } of this.own.values()) this.broadcast({ kind: "follow", follow });
        return;
      case "event":
        return this.deliver(message.client, message.data);
      case "here":
        return this.own.forEach(({ to, stands }) => {
          to.enqueue(encoder.encode(": here\n\n"));
          stands();
        });
      case "lost":
        return this.lose();
    }
  }

  /** Stands in line to lead, for as long as anything is followed here. */
  private lead(): void {
    if (this.resign) return;
    const waiting = new AbortController();
    let release = () => {};
    const until = new Promise<void>((done) => {
      release = done;
    });
    this.resign = () => {
      waiting.abort();
      release();
      this.leads = false;
      this.others.clear();
      const last = this.connection;
      this.connection = null;
      // Whoever leads next is here by then, and nobody seems to go.
      setTimeout(() => last?.abort(), HANDED_OVER);
    };
    this.locks!.request(NAME, { signal: waiting.signal }, () => {
      // Given in the very moment in which it was let go of.
      if (waiting.signal.aborted) return;
      this.leads = true;
      this.broadcast({ kind: "lead" });
      this.connectSoon();
      return until;
    }).catch(() => {});
  }

  private connectSoon(): void {
    this.gathering ??= setTimeout(() => {
      this.gathering = null;
      if (this.leads && this.own.size > 0) void this.connect();
    }, GATHERED);
  }

  /** Asks the server for all that is followed now; the connection before it ends when this one stands, so that nobody seems to go. */
  private async connect(): Promise<void> {
    const before = this.connection;
    const own = (this.connection = new AbortController());
    try {
      const follows = [...this.own.values(), ...this.others.values()].map(({ follow }) => follow);
      const response = await this.ask(addressOf(followDocuments, { body: { follows } }), {
        method: followDocuments.method,
        headers: { Accept: "text/event-stream", "Content-Type": "application/json" },
        body: JSON.stringify({ follows }),
        signal: own.signal,
        cache: "no-store",
      });
      if (!response.ok || !response.body) throw new Error(`answered with ${response.status}`);
      before?.abort();
      const parser = createParser({
        // What the one before this would say is said by this one again.
        onEvent: ({ event, data }) =>
          this.connection === own && event !== undefined && this.handOn(event, data),
        onComment: () => {
          if (this.connection !== own) return;
          this.onMessage({ kind: "here" });
          this.broadcast({ kind: "here" });
          void this.letGoOfEnded();
        },
      });
      const decoder = new TextDecoder();
      for (let reader = response.body.getReader(); ;) {
        const { done, value } = await reader.read();
        if (done) break;
        parser.feed(decoder.decode(value, { stream: true }));
      }
    } catch {
      // Each window tries again, and this one with it.
    }
    before?.abort();
    if (this.connection !== own) return;
    this.connection = null;
    this.others.clear();
    this.broadcast({ kind: "lost" });
    this.lose();
  }

  /** Windows that crashed have told nobody that they go. */
  private async letGoOfEnded(): Promise<void> {
    for (const [client, { since }] of [...this.others])
      // A window that has just begun may not hold its lock yet.
      if (Date.now() - since > NEW && !(await isStandingWindow(client)) && this.others.delete(client))
        this.connectSoon();
  }

  private handOn(client: string, data: string): void {
    const other = this.others.get(client);
    if (other) {
      this.others.set(client, { ...other, follow: after(other.follow, data) });
      this.broadcast({ kind: "event", client, data });
    } else this.deliver(client, data);
  }

  private deliver(client: string, data: string): void {
    const followed = this.own.get(client);
    if (!followed) return;
    followed.follow = after(followed.follow, data);
    followed.to.enqueue(encoder.encode(`data: ${data}\n\n`));
    followed.stands();
  }

  private lose(): void {
    for (const [client, followed] of [...this.own]) {
      this.own.delete(client);
      ended(followed);
    }
    this.resign?.();
    this.resign = null;
  }
}

function ended({ to, failed }: Followed): void {
  failed(new Error("The connection is lost."));
  try {
    to.close();
  } catch {
    // Whoever read it let go of it before.
  }
}

/** A document as it is followed once an event was heard. */
function after(follow: Follow, data: string): Follow {
  const event = fromJSON(liveEvent, data);
  return event?.kind === "steps"
    ? { ...follow, after: Math.max(follow.after, event.since.version + event.since.steps.length) }
    : follow;
}

/** What an address of {@link followDocument} asks for; null for any other. */
function followOf(address: string): Follow | null {
  const url = new URL(address, "http://here");
  const [, document] = FOLLOWED.exec(url.pathname) ?? [];
  const { data } = followSchema.safeParse({
    document,
    after: Number(url.searchParams.get("after")),
    client: url.searchParams.get("client"),
    name: url.searchParams.get("name"),
  });
  return data ?? null;
}

const FOLLOWED = new RegExp(`^${followDocument.path.replace(":id", "([^/]+)")}$`);

let shared: SharedLive | null = null;

/** The connection that this window shares with the others of its browser. */
export function sharedLive(): SharedLive {
  return (shared ??= new SharedLive(globalThis.navigator?.locks ?? null));
}
