import { NextResponse } from "next/server";
import { authority, LOCAL_AUTHOR } from "@/server";
import { route } from "../respond";

/** What was removed from the shelf, the latest first; and letting go of all of it for good. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET() {
    return NextResponse.json({ documents: await (await authority()).bin(LOCAL_AUTHOR) });
  },
  async DELETE() {
    return NextResponse.json({ removed: await (await authority()).emptyBin(LOCAL_AUTHOR) });
  },
});
