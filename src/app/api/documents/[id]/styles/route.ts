import { NextResponse } from "next/server";
import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../../../respond";

/** The style sheet of a document, to be taken over into another. */
export const { GET, POST, PUT, PATCH, DELETE } = route<{ id: string }>({
  async GET(_request, { params }) {
    const { index } = await (await authority()).read(LOCAL_AUTHOR, (await params).id);
    return NextResponse.json({ styles: index.sheet });
  },
});
