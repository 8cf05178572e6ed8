import { createDocument as createCall, listDocuments } from "@/contract/documents";
import { checkDocumentFromOutside, createDocument, schema, withSettings } from "@/core/document";
import type { Taken } from "@/contract/call";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { messageOf } from "@/core/thrown";
import { answering, route } from "../respond";

function documentOf({ title, document }: Taken<typeof createCall.body>) {
  if (!document) return createDocument([], { title: title ?? "" });
  try {
    const doc = schema.nodeFromJSON(document);
    checkDocumentFromOutside(doc);
    return title === undefined ? doc : withSettings(doc, { title });
  } catch (error) {
    throw new ServerError(422, "invalid-document", `This is not a document: ${messageOf(error)}`);
  }
}

export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: answering(listDocuments, async () => ({ documents: await (await authority()).list(LOCAL_AUTHOR) })),
  POST: answering(
    createCall,
    async ({ body }) => ({
      id: await (await authority()).create(LOCAL_AUTHOR, documentOf(body), body.report),
    }),
    { status: 201, most: 60 * 1024 * 1024 },
  ),
});
