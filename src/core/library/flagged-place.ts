import { z } from "zod";
import type { DestinationId } from "@/core/model/ids";

/** A bookmark to which its author is to come back. */
export const flaggedPlace = z.object({
  document: z.string(),
  title: z.string(),
  id: z.custom<DestinationId>((value) => typeof value === "string"),
  name: z.string(),
  anchor: z.string(),
  /** The names of the sections in which it lies, the outermost first. */
  path: z.array(z.string()).readonly(),
  note: z.string(),
  /** By when, as `2026-11-26`; empty for any time. */
  due: z.string(),
});
export type FlaggedPlace = Readonly<z.infer<typeof flaggedPlace>>;
