import { followDocuments } from "@/contract/steps";
import { authority, LOCAL_AUTHOR } from "@/server";
import { eventStream } from "../event-stream";
import { answering, route } from "../respond";

/**
 * Server-sent events for several windows of one browser on one connection; the name of each event is that of the window. Of a
 * document that is not there its window is told that it was removed.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(followDocuments, async ({ body: { follows } }, request) => {
    const documents = await authority();
    return eventStream(request, async (send) => {
      const leaving = await Promise.all(
        follows.map(async ({ document, after, client, name }) => {
          try {
            return await documents.listen(LOCAL_AUTHOR, document, after, {
              client,
              name,
              hear: (event) => send(event, client),
            });
          } catch {
            send({ kind: "removed" }, client);
            return () => {};
          }
        }),
      );
      return () => leaving.forEach((leave) => leave());
    });
  }),
});
