import { NextResponse } from "next/server";
import { askedPlacesSchema } from "@/core/shelf";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { bodyOf, route } from "../respond";

/**
 * Places of the documents of the shelf. `GET ?words=…&except=…`: those whose names hold the words, except those of one document.
 * `POST {targets}`: what each is called by now; that one is not there and that one may not read it are the same answer.
 */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request) {
    const { searchParams } = request.nextUrl;
    const words = searchParams.get("words") ?? "";
    if (words.length > 1_000)
      throw new ServerError(400, "invalid-request", "So many words are in no name of a place.");
    const places = await (
      await authority()
    ).findPlaces(LOCAL_AUTHOR, words, searchParams.get("except") ?? "");
    return NextResponse.json({ places });
  },
  async POST(request) {
    const { targets } = await bodyOf(request, askedPlacesSchema);
    const asked = await (await authority()).askPlaces(LOCAL_AUTHOR, targets);
    return NextResponse.json({ places: Object.fromEntries(asked) });
  },
});
