import { sentSteps, type SentSteps } from "@/core/collab";

/** The other windows of this browser on the same document: what one of them learns they all know, also those that rest. */
export class OtherTabs {
  private readonly channel: BroadcastChannel | null;

  constructor(document: string, take: (since: SentSteps) => void) {
    const isBrowser = typeof window !== "undefined" && typeof BroadcastChannel !== "undefined";
    this.channel = isBrowser ? new BroadcastChannel(`gate-rope ${document}`) : null;
    if (!this.channel) return;
    this.channel.onmessage = (event: MessageEvent<unknown>) => {
      const since = sentSteps.safeParse(event.data);
      if (since.success) take(since.data);
    };
  }

  tell(since: SentSteps): void {
    this.channel?.postMessage(since);
  }

  close(): void {
    this.channel?.close();
  }
}
