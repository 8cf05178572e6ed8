import { NextResponse } from "next/server";
import { z } from "zod";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { bodyOf, route } from "../../../../respond";

const nameBody = z.strictObject({ name: z.string().trim().min(1).max(120).nullable() });

function versionOf(text: string): number {
  if (!/^\d{1,12}$/.test(text)) throw new ServerError(400, "no-version", "A version is a whole number.");
  return Number(text);
}

/** One version of a document: to be looked at, or to be given a name (`null` takes it away). */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string; version: string }>({
  async GET(_request, { params }) {
    const { id, version } = await params;
    const doc = await (await authority()).version(LOCAL_AUTHOR, id, versionOf(version));
    return NextResponse.json({
      version: versionOf(version),
      document: { attrs: doc.attrs, ...(doc.toJSON() as object) },
    });
  },
  async PUT(request, { params }) {
    const { id, version } = await params;
    const { name } = await bodyOf(request, nameBody);
    await (await authority()).nameVersion(LOCAL_AUTHOR, id, versionOf(version), name);
    return new Response(null, { status: 204 });
  },
});
