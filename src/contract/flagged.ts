import { z } from "zod";
import { flaggedPlace } from "@/core/library/flagged-place";
import { call } from "./call";

/** What is flagged in all documents, the earliest date first. */
export const listFlagged = call("GET", "/api/flagged", {
  answer: z.object({ places: z.array(flaggedPlace) }),
});
