import { followDocument } from "@/contract/steps";
import { personName } from "@/core/model/person-name";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { eventStream } from "../../../event-stream";
import { answering, route } from "../../../respond";

/** Server-sent events: the steps after `?after=version`, then all that happens, and who is here. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(
    followDocument,
    async ({ params: { id }, query: { after: version, client, name: askedName } }, request) => {
      const name = personName.safeParse(askedName);
      if (client === "" || client.length > 64 || !name.success)
        throw new ServerError(400, "who", "Say who listens: ?client= and ?name=.");
      const documents = await authority();
      // A document that is not there is answered as such, before anything is streamed.
      await documents.title(LOCAL_AUTHOR, id);
      return eventStream(request, (onEvent) =>
        documents.listen(LOCAL_AUTHOR, id, version, { client, name: name.data, onEvent }),
      );
    },
  ),
});
