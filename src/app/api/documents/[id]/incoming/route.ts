import { NextResponse } from "next/server";
import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../../../respond";

/** The links of other documents that lead to this one. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async GET(_request, { params }) {
    return NextResponse.json({ links: await (await authority()).incoming(LOCAL_AUTHOR, (await params).id) });
  },
});
