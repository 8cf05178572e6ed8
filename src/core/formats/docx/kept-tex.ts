import { z } from "zod";
import type { XmlElement } from "../xml/element";
import { texOf } from "./omml";

const texSchema = z.strictObject({ tex: z.string().max(20_000), reads: z.string().max(100_000).nullable() });

/** The TeX of an equation, while that is as it was written; null for all else. */
export function keptTex(kept: unknown, math: XmlElement | null): string | null {
  const { data } = texSchema.safeParse(kept);
  if (!data) return null;
  return data.reads === null || (math && texOf(math) === data.reads) ? data.tex : null;
}
