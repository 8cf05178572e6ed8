import { NextResponse } from "next/server";
import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../../respond";

export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  /** The newest version. `?client=` also asks for the number of that window's last accepted step. */
  async GET(request, { params }) {
    const { id } = await params;
    const client = request.nextUrl.searchParams.get("client") ?? "";
    const { doc, version, ledBy, last } = await (await authority()).readFor(LOCAL_AUTHOR, id, client);
    return NextResponse.json({
      version,
      ledBy,
      last,
      document: doc.toJSON() as object,
    });
  },
  async DELETE(_request, { params }) {
    await (await authority()).remove(LOCAL_AUTHOR, (await params).id);
    return new Response(null, { status: 204 });
  },
});
