import { z } from "zod";
import { listOptionsSchema } from "./list-options";

/** What a generated list was before it was turned into ordinary text, so that it can become one again. */
export const frozenListSchema = z.strictObject({
  heading: z.string().max(1_000),
  from: z.int().min(1).max(6),
  to: z.int().min(1).max(6),
  list: listOptionsSchema,
});

export type FrozenList = z.infer<typeof frozenListSchema>;
