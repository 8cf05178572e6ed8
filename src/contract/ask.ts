import { errorAnswer } from "@/core/collab/messages";
import { addressOf, type Answer, type Call, type Question } from "./call";

/** The server does not do what it was asked for; `message` is for the author. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly code: string,
  ) {
    super(message);
    this.name = "Refused";
  }
}

/** How something is asked. */
export interface Asking {
  readonly signal?: AbortSignal;
  /** Where the server is, if not where the page came from. */
  readonly server?: string;
  readonly fetch?: typeof globalThis.fetch;
}

/**
 * Asks the server; answers what it says, checked. Throws a {@link Refused} where it refuses, an Error with words for the author
 * where it is not there.
 */
export async function ask<C extends Call>(
  call: C,
  question: Question<C>,
  asking: Asking = {},
): Promise<Answer<C>> {
  const response = await askForResponse(call, question, asking);
  return (call.answer ? call.answer.parse(await response.json()) : undefined) as Answer<C>;
}

/** Asks the server for something that is no JSON: a file, a stream. Throws as {@link ask} does. */
export async function askForResponse<C extends Call>(
  call: C,
  question: Question<C>,
  { signal, server = "", fetch = globalThis.fetch.bind(globalThis) }: Asking = {},
): Promise<Response> {
  const { body }: { body?: unknown } = { body: undefined, ...question };
  const response = await fetch(server + addressOf(call, question), {
    method: call.method,
    ...(signal && { signal }),
    ...(body instanceof Blob && { body, headers: { "Content-Type": "application/octet-stream" } }),
    ...(body !== undefined &&
      !(body instanceof Blob) && {
        body: JSON.stringify(body),
        headers: { "Content-Type": "application/json" },
      }),
  }).catch((error: unknown) => {
    signal?.throwIfAborted();
    throw new Error("The server does not answer.", { cause: error });
  });
  if (response.ok) return response;
  const { data } = errorAnswer.safeParse(await response.json().catch(() => null));
  const message = data?.error.message ?? `The server answered with ${response.status}.`;
  throw new Refused(message, response.status, data?.error.code ?? "");
}
