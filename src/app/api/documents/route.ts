import { NextResponse } from "next/server";
import { z } from "zod";
import { checkDocumentFromOutside, createDocument, schema, withSettings } from "@/core/document";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { bodyOf, route } from "../respond";

const newDocument = z.strictObject({
  title: z.string().max(1_000).optional(),
  /** A whole document as JSON, to be kept as a new one. */
  document: z.looseObject({ type: z.literal("doc") }).optional(),
});

function documentOf(body: z.infer<typeof newDocument>) {
  if (!body.document) return createDocument([], { title: body.title ?? "Untitled" });
  try {
    const doc = schema.nodeFromJSON(body.document);
    checkDocumentFromOutside(doc);
    return body.title === undefined ? doc : withSettings(doc, { title: body.title });
  } catch (error) {
    throw new ServerError(422, "invalid-document", `This is not a document: ${(error as Error).message}`);
  }
}

export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET() {
    return NextResponse.json({ documents: await (await authority()).list(LOCAL_AUTHOR) });
  },
  async POST(request) {
    const doc = documentOf(await bodyOf(request, newDocument, 60 * 1024 * 1024));
    return NextResponse.json({ id: await (await authority()).create(LOCAL_AUTHOR, doc) }, { status: 201 });
  },
});
