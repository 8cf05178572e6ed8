import type { Mark } from "prosemirror-model";
import { z } from "zod";
import {
  listCountSchema,
  pageSectionSchema,
  type ListCount,
  type PageSection,
  hintSchema,
  linkLookSchema,
  listOptionsSchema,
  shortTitleFrom,
  linkTargetSchema,
  referenceFormSchema,
  schema,
} from "@/core/document";

/*
 * What a file keeps of parts of its text because the standard has no way to say it. It comes from outside like all else: what is not as it was
 * written is passed over.
 */

const linkSchema = z.strictObject({
  target: linkTargetSchema,
  look: linkLookSchema,
  hint: hintSchema,
});

/** A link whose address alone does not tell its target. */
export function keptLink(kept: unknown): Mark | null {
  const link = linkSchema.safeParse(kept);
  return link.success ? schema.marks.link.create(link.data) : null;
}

const referenceSchema = z.strictObject({
  place: z.string().max(100).optional(),
  target: z.object({ was: z.string().max(10_000).optional() }).optional(),
  form: referenceFormSchema,
  linked: z.boolean(),
});

/** A cross-reference of a form that no field says alone. */
export function keptReference(kept: unknown): z.infer<typeof referenceSchema> | null {
  return referenceSchema.safeParse(kept).data ?? null;
}

const level = z.int().min(1).max(6);
const listSchema = z.strictObject({
  heading: z.string().max(1_000),
  from: level,
  to: level,
  list: listOptionsSchema,
});

/** How a generated list is made. */
export function keptList(kept: unknown): z.infer<typeof listSchema> | null {
  return listSchema.safeParse(kept).data ?? null;
}

const headingSchema = z.strictObject({
  short: z.string().max(1_000).transform(shortTitleFrom),
  series: z.enum(["appendix", "none"]).nullable(),
});

/** What a heading is called in lists, and how it is counted where not as its style says. */
export function keptHeadingFrom(kept: unknown): z.infer<typeof headingSchema> | null {
  return headingSchema.safeParse(kept).data ?? null;
}

/** How pages are from a break on; null for none, and for what is no longer as it was written. */
export function keptSection(kept: unknown): PageSection | null {
  return pageSectionSchema.safeParse(kept).data ?? null;
}

/** How a list counts; null for one that does not. */
export function keptCount(kept: unknown): ListCount | null {
  return listCountSchema.safeParse(kept).data ?? null;
}
