import { getDocument, removeDocument } from "@/contract/documents";
import { authority, LOCAL_AUTHOR } from "@/server";
import { jsonOf } from "@/core/kinds";
import { answering, route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  GET: answering(getDocument, async ({ params, query }) => {
    const { doc, ...whole } = await (await authority()).readFor(LOCAL_AUTHOR, params.id, query.client);
    return { ...whole, document: jsonOf<"doc">(doc) };
  }),
  DELETE: answering(removeDocument, async ({ params }) => {
    await (await authority()).remove(LOCAL_AUTHOR, params.id);
  }),
});
