import { z } from "zod";
import { isOneOf } from "@/core/one-of";
import { linkTargetSchema, type LinkTarget } from "./target";

/** A cross-reference: words that are made from the place they speak of, at every render and export. */
export interface Reference {
  readonly target: Extract<LinkTarget, { kind: "destination" }>;
  /** How it is worded: plain words and {@link REFERENCE_FIELDS} in braces, such as `{label} {where}`. */
  readonly form: string;
  /** Whether the words lead to the place. */
  readonly linked: boolean;
}

/**
 * What of a place a cross-reference can say: its number (`4.2`), its title, its label (`Figure 3`, `section 4.2`), its whole
 * caption, the words a bookmark covers, its page (`page 17`), the number of that alone, or where it is from here (`above`,
 * `on page 17`).
 */
export const REFERENCE_FIELDS = [
  "number",
  "title",
  "label",
  "caption",
  "words",
  "page",
  "pagenumber",
  "where",
] as const;
export type ReferenceField = (typeof REFERENCE_FIELDS)[number];

const MAX_LETTERS = 300;
const FIELD = /\{([a-z]+)\}/g;

/** A form in its parts, in order. */
export function partsOfForm(form: string): readonly ({ readonly field: ReferenceField } | string)[] {
  const parts: ({ field: ReferenceField } | string)[] = [];
  let at = 0;
  for (const match of form.matchAll(FIELD)) {
    if (!isField(match[1]!)) continue;
    if (match.index > at) parts.push(form.slice(at, match.index));
    parts.push({ field: match[1] });
    at = match.index + match[0].length;
  }
  if (at < form.length) parts.push(form.slice(at));
  return parts;
}

/** Why a form cannot be used, in words; null where it can. */
export function whyNoForm(form: string): string | null {
  if (form.length > MAX_LETTERS) return `Longer than ${MAX_LETTERS} signs.`;
  for (const [, name] of form.matchAll(FIELD))
    if (!isField(name!)) return `“{${name}}” is none of: ${REFERENCE_FIELDS.join(", ")}.`;
  if (!partsOfForm(form).some((part) => typeof part !== "string"))
    return "It says nothing of the place: put in {title}, for example.";
  return null;
}

function isField(name: string): name is ReferenceField {
  return isOneOf(REFERENCE_FIELDS, name);
}

/** Checks the form of a cross-reference that comes from outside. */
export const referenceFormSchema = z
  .string()
  .max(MAX_LETTERS)
  .refine((form) => whyNoForm(form) === null, "not a form of a cross-reference");

/** Checks a cross-reference that comes from outside. */
export const referenceSchema = z.strictObject({
  target: linkTargetSchema.refine(
    (target): target is Reference["target"] => target.kind === "destination",
    "a cross-reference speaks of a place in the document",
  ),
  form: referenceFormSchema,
  linked: z.boolean(),
});
