import { NextResponse } from "next/server";
import { askedPlacesSchema } from "@/core/shelf";
import { authority, LOCAL_AUTHOR } from "@/server";
import { bodyOf, route } from "../respond";

/** What places of the shelf's documents are called by now; that one is not there and that one may not read it are the same answer. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(request) {
    const { targets } = await bodyOf(request, askedPlacesSchema);
    const asked = await (await authority()).askPlaces(LOCAL_AUTHOR, targets);
    return NextResponse.json({ places: Object.fromEntries(asked) });
  },
});
