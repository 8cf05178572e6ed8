import { NextResponse } from "next/server";
import { z } from "zod";
import { isSoughtError } from "@/core/find";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { bodyOf, route } from "../respond";

const asked = z.strictObject({
  words: z.string().min(1).max(1_000),
  how: z.enum(["words", "wildcards", "expression"]).default("words"),
  matchCase: z.boolean().default(false),
  accents: z.boolean().default(false),
  wholeWords: z.boolean().default(false),
});

/** Where words stand in the documents of the shelf. Asked by POST, so that what is sought stands in no log. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async POST(request) {
    const sought = await bodyOf(request, asked, 20_000);
    try {
      return NextResponse.json({
        documents: await (await authority()).find(LOCAL_AUTHOR, sought, request.signal),
      });
    } catch (error) {
      request.signal.throwIfAborted();
      if (isSoughtError(error)) throw new ServerError(400, "invalid-request", error.message);
      throw error;
    }
  },
});
