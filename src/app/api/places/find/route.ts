import { NextResponse } from "next/server";
import { z } from "zod";
import { authority, LOCAL_AUTHOR } from "@/server";
import { bodyOf, route } from "../../respond";

const asked = z.strictObject({
  words: z.string().max(1_000),
  /** The document that is left out. */
  except: z.string().max(64).default(""),
});

/** Places of the documents of the shelf whose names hold some words. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(request) {
    const { words, except } = await bodyOf(request, asked, 20_000);
    return NextResponse.json({ places: await (await authority()).findPlaces(LOCAL_AUTHOR, words, except) });
  },
});
