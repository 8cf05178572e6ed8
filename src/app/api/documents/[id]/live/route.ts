import { kept } from "@/core/kept";
import { followDocument } from "@/contract/steps";
import type { LiveEvent } from "@/core/exchange";
import { personName } from "@/core/model/person-name";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { answering, route } from "../../../respond";

/** So often a sign of life is sent, in milliseconds; it also finds connections that have ended. */
const SIGN_OF_LIFE = 15_000;

const encoder = new TextEncoder();
const HERE = encoder.encode(": here\n\n");
/** An event as it is sent: written once, however many listen. */
const bytesOf = kept((event: LiveEvent) => encoder.encode(`data: ${JSON.stringify(event)}\n\n`));

/** Server-sent events: the steps after `?after=version`, then all that happens, and who is here. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(
    followDocument,
    async ({ params: { id }, query: { after: version, client, name: said } }, request) => {
      const name = personName.safeParse(said);
      if (client === "" || client.length > 64 || !name.success)
        throw new ServerError(400, "who", "Say who listens: ?client= and ?name=.");
      const documents = await authority();
      // A document that is not there is answered as such, before anything is streamed.
      await documents.title(LOCAL_AUTHOR, id);
      let end = () => {};
      const stream = new ReadableStream<Uint8Array>({
        async start(controller) {
          const send = (bytes: Uint8Array) => {
            try {
              controller.enqueue(bytes);
            } catch {
              end();
            }
          };
          const hear = (event: LiveEvent) => send(bytesOf(event));
          const leave = await documents.listen(LOCAL_AUTHOR, id, version, { client, name: name.data, hear });
          const pulse = setInterval(() => send(HERE), SIGN_OF_LIFE);
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
    },
  ),
});
