import { NextResponse } from "next/server";
import { appendRequest } from "@/core/exchange";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { bodyOf, numberOf, route } from "../../../respond";

/** The steps of a document: those after `?after=version` are read, new ones are sent to be accepted. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async GET(request, { params }) {
    const after = numberOf(request, "after");
    const since = await (await authority()).since(LOCAL_AUTHOR, (await params).id, after);
    if (!since) throw new ServerError(410, "gone", "The changes since your version are not there any more.");
    return NextResponse.json(since);
  },
  async POST(request, { params }) {
    const asked = await bodyOf(request, appendRequest);
    const since = await (await authority()).append(LOCAL_AUTHOR, (await params).id, asked);
    // Packing some letters takes the server longer than sending them as they are.
    return NextResponse.json(since, { headers: { "Cache-Control": "no-store, no-transform" } });
  },
});
