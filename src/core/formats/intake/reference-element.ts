import { decodeSafely, referenceFormSchema } from "@/core/document";

/** A cross-reference as an element of HTML tells of it. */
export interface ReferenceElement {
  /** The anchor of the place it speaks of. */
  readonly anchor: string;
  readonly form: string;
  readonly linked: boolean;
  /** Whether it speaks of the block in which that place stands. */
  readonly around?: boolean;
}

/**
 * Reads `<a href="#figure-3" data-reference="{label}">`, or `<span data-reference="{label}" data-to="figure-3">` where it is not
 * linked; null for any other element, and for an unknown form.
 */
export function referenceElement(attributes: ReadonlyMap<string, string>): ReferenceElement | null {
  const form = attributes.get("data-reference");
  if (form === undefined || !referenceFormSchema.safeParse(form).success) return null;
  const to = attributes.get("data-to");
  const href = attributes.get("href") ?? "";
  const anchor =
    to ?? attributes.get("data-adrift") ?? (href.startsWith("#") ? decodeSafely(href.slice(1)) : "");
  return anchor === "" ? null : { anchor, form, linked: to === undefined };
}
