import { z } from "zod";

/** An equation as it is written in TeX. */
export const tex = z.string().max(20_000).describe("How the equation is written in TeX.");
