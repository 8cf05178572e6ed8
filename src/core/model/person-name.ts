import { z } from "zod";

/** Name of a person as it is shown to others. */
export const personName = z.string().trim().min(1).max(60);
