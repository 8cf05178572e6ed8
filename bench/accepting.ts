import { createParser } from "eventsource-parser";
import type { LiveEvent, SentSteps } from "@/core/collab";
import { spreadOf, type Spread } from "./spread";

/** What clients that write one step after the other got of a server. */
export interface Accepted {
  readonly perSecond: number;
  readonly answer: Spread;
}

/** A client that sends one letter at a time and waits for the answer, as the server sees a window. */
class SendingClient {
  private number = 0;
  readonly answers: number[] = [];
  private readonly ended = new AbortController();

  constructor(
    private readonly address: string,
    private readonly document: string,
    private readonly client: string,
    private version: number,
  ) {}

  /** Hears what others do, as every open window does, and builds on it from then on. */
  async listen(): Promise<void> {
    const parser = createParser({
      onEvent: ({ data }) => {
        const event = JSON.parse(data) as LiveEvent;
        if (event.kind === "steps") this.reach(event.since);
      },
    });
    const decoder = new TextDecoder();
    const url = `${this.address}/api/documents/${this.document}/live?after=${this.version}&client=${this.client}&name=bench`;
    const response = await fetch(url, { signal: this.ended.signal });
    void (async () => {
      for await (const piece of response.body!) parser.feed(decoder.decode(piece, { stream: true }));
    })().catch(() => {});
  }

  private reach({ version, steps }: SentSteps): void {
    this.version = Math.max(this.version, version + steps.length);
  }

  async send(): Promise<void> {
    const started = performance.now();
    const step = { stepType: "replace", from: 1, to: 1, slice: { content: [{ type: "text", text: "x" }] } };
    const response = await fetch(`${this.address}/api/documents/${this.document}/steps`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({
        version: this.version,
        client: this.client,
        steps: [{ number: ++this.number, step }],
      }),
    });
    if (!response.ok) throw new Error(await response.text());
    this.reach((await response.json()) as SentSteps);
    this.answers.push(performance.now() - started);
  }

  end(): void {
    this.ended.abort();
  }
}

/**
 * Lets so many clients write for a while, spread over documents. `pause` 0: each as fast as it is answered; else so many
 * milliseconds between two letters of one client. The step goes to the first block, which must hold words.
 */
export async function accepting(
  address: string,
  documents: readonly string[],
  clients: number,
  pause: number,
  seconds: number,
): Promise<Accepted> {
  const all = await Promise.all(
    Array.from({ length: clients }, async (_, i) => {
      const id = documents[i % documents.length]!;
      const { version } = (await (await fetch(`${address}/api/documents/${id}/history`)).json()) as {
        version: number;
      };
      const client = new SendingClient(address, id, `bench-${clients}-${pause}-${Date.now()}-${i}`, version);
      await client.listen();
      return client;
    }),
  );
  const until = performance.now() + seconds * 1_000;
  const started = performance.now();
  await Promise.all(
    all.map(async (client, i) => {
      if (pause > 0) await wait((pause * i) / clients);
      for (let next = performance.now(); next < until; next += pause) {
        await client.send();
        if (pause > 0) await wait(Math.max(0, next + pause - performance.now()));
        else next = performance.now();
      }
    }),
  );
  const took = (performance.now() - started) / 1_000;
  for (const client of all) client.end();
  const answers = all.flatMap((client) => client.answers);
  return { perSecond: answers.length / took, answer: spreadOf(answers) };
}

const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));
