/** What may happen to a request on its way. */
type Fate = "well" | "lost" | "answer lost" | "twice" | "late";

/**
 * A network as it is on a bad day: requests get lost, answers get lost after the server has done its work, requests arrive
 * twice or after later ones. `calm` ends all of that.
 */
export class FaultyNetwork {
  calm = false;
  private turn = 0;
  readonly fates = new Map<Fate, number>();

  constructor(private readonly random: () => number) {}

  readonly fetch: typeof globalThis.fetch = async (input, init) => {
    // A connection that stays is broken by the server's end, not by this.
    if (init?.method !== "POST") return globalThis.fetch(input, init);
    const fate = this.calm ? "well" : this.draw();
    this.fates.set(fate, (this.fates.get(fate) ?? 0) + 1);
    switch (fate) {
      case "well":
        return globalThis.fetch(input, init);
      case "lost":
        throw new TypeError("lost on the way");
      case "answer lost":
        await globalThis.fetch(input, init);
        throw new TypeError("the answer was lost");
      case "twice": {
        const [first, second] = await Promise.all([
          globalThis.fetch(input, init),
          globalThis.fetch(input, init),
        ]);
        return this.random() < 0.5 ? first : second;
      }
      case "late":
        // The sender gives up; what it sent arrives after what it sends next.
        setTimeout(
          () => void globalThis.fetch(input, { ...init, signal: null }).catch(() => {}),
          30 + this.random() * 150,
        );
        throw new TypeError("given up");
    }
  };

  /** One after the other, so that the pauses after a failure do not grow beyond what a test has time for. */
  private draw(): Fate {
    this.turn += 1 + (this.random() < 0.3 ? 1 : 0);
    return ORDER[this.turn % ORDER.length]!;
  }
}

const ORDER: readonly Fate[] = [
  "well",
  "twice",
  "well",
  "lost",
  "well",
  "answer lost",
  "twice",
  "well",
  "late",
];
