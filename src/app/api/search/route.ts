import { searchDocuments } from "@/contract/search";
import { isSoughtError } from "@/core/find";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { answering, route } from "../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  POST: answering(
    searchDocuments,
    async ({ body }, { signal }) => {
      try {
        return { documents: await (await authority()).find(LOCAL_AUTHOR, body, signal) };
      } catch (error) {
        signal.throwIfAborted();
        if (isSoughtError(error)) throw new ServerError(400, "invalid-request", error.message);
        throw error;
      }
    },
    { most: 20_000 },
  ),
});
