import { errorAnswer } from "@/core/exchange";

/** Asks the server; answers what it said. Throws an Error with words for the author where it refused or is not there. */
export async function answered(address: string, init: RequestInit = {}): Promise<Response> {
  const response = await fetch(address, init).catch((error: unknown) => {
    init.signal?.throwIfAborted();
    throw new Error("The server does not answer.", { cause: error });
  });
  if (response.ok) return response;
  const { data } = errorAnswer.safeParse(await response.json().catch(() => null));
  throw new Error(data?.error.message ?? `The server answered with ${response.status}.`);
}
