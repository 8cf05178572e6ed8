import { NextResponse } from "next/server";
import { z } from "zod";
import { isSoughtError } from "@/core/find";
import { authority, LOCAL_AUTHOR, ServerError } from "@/server";
import { route } from "../respond";

const flag = z
  .enum(["0", "1"])
  .default("0")
  .transform((it) => it === "1");
const asked = z.object({
  words: z.string().min(1).max(1_000),
  how: z.enum(["words", "wildcards", "expression"]).default("words"),
  case: flag,
  accents: flag,
  whole: flag,
});

/** Where words stand in the documents of the shelf. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  async GET(request) {
    const parsed = asked.safeParse(Object.fromEntries(request.nextUrl.searchParams));
    if (!parsed.success) throw new ServerError(400, "invalid-request", z.prettifyError(parsed.error));
    const { words, how, case: matchCase, accents, whole: wholeWords } = parsed.data;
    try {
      const documents = await (
        await authority()
      ).find(LOCAL_AUTHOR, {
        words,
        how,
        matchCase,
        accents,
        wholeWords,
      });
      return NextResponse.json({ documents });
    } catch (error) {
      if (isSoughtError(error)) throw new ServerError(400, "invalid-request", error.message);
      throw error;
    }
  },
});
