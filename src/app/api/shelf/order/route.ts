import { orderDocuments } from "@/contract/documents";
import { authority, LOCAL_AUTHOR } from "@/server";
import { answering, route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route({
  PUT: answering(orderDocuments, async ({ body }) => (await authority()).order(LOCAL_AUTHOR, body.ids)),
});
