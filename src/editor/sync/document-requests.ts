import { addressOf, type Call, type Question } from "@/contract/call";
import { getDocument } from "@/contract/documents";
import { appendSteps, followDocument, getSteps, sendCaret } from "@/contract/steps";
import type { Caret, OwnSteps } from "@/core/collab";
import { stepToJSON, type OwnStep } from "@/core/steps";

/** Where the server is, and as whom it is asked. */
export interface RequestOptions {
  readonly document: string;
  /** Name of the person, as others see it. */
  readonly name: () => string;
  /** Where the server is; empty for the page's own. */
  readonly server?: string;
  readonly fetch?: typeof globalThis.fetch;
}

/** Steps to be accepted, and what they follow. */
export interface SentBatch {
  readonly version: number;
  readonly ledBy: OwnSteps["ledBy"];
  readonly steps: readonly OwnStep[];
}

const MAX_ANSWER_MS = 30_000;

/** What a window asks the server about one document. */
export class DocumentRequests {
  readonly fetch: typeof globalThis.fetch;

  /** `client`: which window asks. */
  constructor(
    private readonly options: RequestOptions,
    private readonly client: string,
  ) {
    this.fetch = options.fetch ?? globalThis.fetch.bind(globalThis);
  }

  /** Where one hears what happens after a version. */
  liveAddress(version: number): string {
    const query = { after: version, client: this.client, name: this.options.name() };
    return this.addressOf(followDocument, { query });
  }

  /** Asks for steps to be accepted. */
  append({ version, ledBy, steps }: SentBatch, options?: RequestInit): Promise<Response> {
    const body = JSON.stringify({
      version,
      ledBy,
      client: this.client,
      name: this.options.name(),
      steps: steps.map(({ number, step }) => ({ number, step: stepToJSON(step) })),
    });
    return this.send(
      appendSteps,
      this.addressOf(appendSteps, {}),
      body,
      options ?? { signal: AbortSignal.timeout(MAX_ANSWER_MS) },
    );
  }

  /** Asks for the steps accepted after a version. */
  stepsAfter(version: number): Promise<Response> {
    return this.ask(this.addressOf(getSteps, { query: { after: version } }));
  }

  /** Asks for the newest version whole. */
  whole(): Promise<Response> {
    return this.ask(this.addressOf(getDocument, { query: { client: this.client } }));
  }

  /** What others are told of a caret, for {@link sendCaret}. */
  caretBody(caret: Caret): string {
    return JSON.stringify({ client: this.client, name: this.options.name(), caret });
  }

  sendCaret(body: string): Promise<Response> {
    return this.send(sendCaret, this.addressOf(sendCaret, {}), body);
  }

  private ask(address: string): Promise<Response> {
    return this.fetch(address, { signal: AbortSignal.timeout(MAX_ANSWER_MS) });
  }

  private send({ method }: Call, address: string, body: string, options?: RequestInit): Promise<Response> {
    return this.fetch(address, { method, headers: { "Content-Type": "application/json" }, body, ...options });
  }

  private addressOf<C extends Call>(call: C, question: Omit<Question<C>, "id" | "body">): string {
    const { server = "", document } = this.options;
    return server + addressOf(call, { id: document, ...question } as unknown as Question<C>);
  }
}
