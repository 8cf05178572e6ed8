import { NextResponse } from "next/server";
import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async GET(_request, { params }) {
    const { index, version } = await (await authority()).read(LOCAL_AUTHOR, (await params).id);
    return NextResponse.json({
      version,
      document: { attrs: index.doc.attrs, ...(index.doc.toJSON() as object) },
    });
  },
  async DELETE(_request, { params }) {
    await (await authority()).remove(LOCAL_AUTHOR, (await params).id);
    return new Response(null, { status: 204 });
  },
});
