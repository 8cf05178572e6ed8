import { followDocuments } from "@/contract/steps";
import { authority, isServerError, LOCAL_AUTHOR } from "@/server";
import { eventStream } from "../event-stream";
import { answering, route } from "../respond";

/**
 * Server-sent events for several windows of one browser on one connection; the name of each event is that of the window. Of a
 * document that is not there its window is told that it was removed; where it cannot be read now, its window asks for the whole again.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(followDocuments, async ({ body: { follows } }, request) => {
    const documents = await authority();
    return eventStream(request, async (send) => {
      const leaving: (() => void)[] = [];
      const leave = () => leaving.forEach((one) => one());
      const asked = await Promise.allSettled(
        follows.map(async ({ document, after, client, name }) => {
          const onEvent = (event: Parameters<typeof send>[0]) => send(event, client);
          leaving.push(await documents.listen(LOCAL_AUTHOR, document, after, { client, name, onEvent }));
        }),
      );
      for (const [i, one] of asked.entries()) {
        if (one.status === "fulfilled") continue;
        const reason: unknown = one.reason;
        if (isServerError(reason) && reason.status === 404) {
          send({ kind: "removed" }, follows[i]!.client);
          continue;
        }
        leave();
        throw reason;
      }
      return leave;
    });
  }),
});
