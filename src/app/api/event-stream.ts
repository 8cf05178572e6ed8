import { kept } from "@/core/kept";
import type { LiveEvent } from "@/core/collab";

/** How often a sign of life is sent, in milliseconds. It also finds connections that have ended. */
const KEEP_ALIVE_MS = 15_000;

const encoder = new TextEncoder();
const HERE = encoder.encode(": here\n\n");
/** An event as it is sent: written once, however many listen. */
const bytesOf = kept((event: LiveEvent) => encoder.encode(`data: ${JSON.stringify(event)}\n\n`));

/** Takes an event; `to` says for whom it is where a connection serves several windows. */
export type Send = (event: LiveEvent, to?: string) => void;

/**
 * Server-sent events for as long as somebody takes them. `begin` is given how an event is sent, and answers what is done at the
 * end.
 */
export function eventStream(request: Request, begin: (send: Send) => Promise<() => void>): Response {
  let end = () => {};
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const sent = (bytes: Uint8Array) => {
        try {
          controller.enqueue(bytes);
        } catch {
          end();
        }
      };
      const leave = await begin((event, to) => {
        if (to !== undefined) sent(encoder.encode(`event: ${to}\n`));
        sent(bytesOf(event));
      });
      sent(HERE);
      const pulse = setInterval(() => sent(HERE), KEEP_ALIVE_MS);
      end = () => {
        clearInterval(pulse);
        leave();
      };
      request.signal.addEventListener("abort", end);
      if (request.signal.aborted) end();
    },
    cancel: () => end(),
  });
  return new Response(stream, {
    headers: {
      "Content-Type": "text/event-stream; charset=utf-8",
      "Cache-Control": "no-store, no-transform",
      "X-Accel-Buffering": "no",
    },
  });
}
