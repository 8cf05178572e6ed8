import { NextResponse } from "next/server";
import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../../../respond";

/** What happened to a document, the newest first. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async GET(_request, { params }) {
    return NextResponse.json(await (await authority()).history(LOCAL_AUTHOR, (await params).id));
  },
});
