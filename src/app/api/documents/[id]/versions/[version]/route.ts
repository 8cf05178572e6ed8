import { NextResponse } from "next/server";
import { z } from "zod";
import { authority, LOCAL_AUTHOR } from "@/server";
import { bodyOf, route, wholeNumber } from "../../../../respond";

const nameBody = z.strictObject({ name: z.string().trim().min(1).max(120).nullable() });

/** One version of a document: to be looked at, or to be given a name (`null` takes it away). */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; version: string }>({
  async GET(_request, { params }) {
    const { id, version: text } = await params;
    const version = wholeNumber("A version", text);
    const doc = await (await authority()).version(LOCAL_AUTHOR, id, version);
    return NextResponse.json({
      version,
      document: doc.toJSON() as object,
    });
  },
  async PUT(request, { params }) {
    const { id, version } = await params;
    const { name } = await bodyOf(request, nameBody);
    await (await authority()).nameVersion(LOCAL_AUTHOR, id, wholeNumber("A version", version), name);
    return new Response(null, { status: 204 });
  },
});
