import { NextResponse } from "next/server";
import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../respond";

/** What is flagged in all documents of the shelf, the earliest date first. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET() {
    return NextResponse.json({ places: await (await authority()).flagged(LOCAL_AUTHOR) });
  },
});
