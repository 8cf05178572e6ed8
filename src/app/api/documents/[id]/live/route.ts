import { personName, type LiveEvent } from "@/core/exchange";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { numberOf, route } from "../../../respond";

/** So often a sign of life is sent, in milliseconds; it also finds connections that have ended. */
const SIGN_OF_LIFE = 15_000;

/** Server-sent events: the steps after `?after=version`, then all that happens, and who is here. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async GET(request, { params }) {
    const { id } = await params;
    const version = numberOf(request, "after");
    const client = request.nextUrl.searchParams.get("client") ?? "";
    const name = personName.safeParse(request.nextUrl.searchParams.get("name"));
    if (client === "" || client.length > 64 || !name.success)
      throw new ServerError(400, "who", "Say who listens: ?client= and ?name=.");
    const documents = await authority();
    // A document that is not there is answered as such, before anything is streamed.
    await documents.title(LOCAL_AUTHOR, id);
    const encoder = new TextEncoder();
    let end = () => {};
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const send = (text: string) => {
          try {
            controller.enqueue(encoder.encode(text));
          } catch {
            end();
          }
        };
        const hear = (event: LiveEvent) => send(`data: ${JSON.stringify(event)}\n\n`);
        const leave = await documents.listen(LOCAL_AUTHOR, id, version, { client, name: name.data, hear });
        const pulse = setInterval(() => send(": here\n\n"), SIGN_OF_LIFE);
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
});
