import { z } from "zod";
import { type DestinationId, idSchema, knownId, newId } from "./ids";
import { lookSchema, type BlockLook } from "./look";

/** What a style that an author made is for: whole paragraphs, or words among others. */
export const OWN_STYLES_ARE_OF = ["paragraphs", "words"] as const;
export type OwnStyleOf = (typeof OWN_STYLES_ARE_OF)[number];

/** What a style of your own can say: all that the body's can, except for what belongs to headings and generated lists. */
export type OwnLook = Partial<Omit<BlockLook, "numbering" | "underlined" | "firstBold">>;

/** A style that an author made. It is the body's except for the fields it names; on words, it is that of the words around them. */
export interface OwnStyle {
  readonly name: string;
  readonly of: OwnStyleOf;
  readonly look: OwnLook;
}

/** The styles that an author made, by their ids. */
export type OwnStyles = Readonly<Record<string, OwnStyle>>;

export const MAX_STYLE_NAME_LETTERS = 100;
/** How many styles of its own a document has at most. */
export const MAX_OWN_STYLES = 500;

export const ownLookSchema: z.ZodType<OwnLook> = lookSchema
  .omit({ numbering: true, underlined: true, firstBold: true })
  .partial();

export const ownStyleSchema: z.ZodType<OwnStyle> = z.strictObject({
  name: z.string().min(1).max(MAX_STYLE_NAME_LETTERS),
  of: z.enum(OWN_STYLES_ARE_OF),
  look: ownLookSchema,
});

export const ownStylesSchema: z.ZodType<OwnStyles> = z
  .record(idSchema, ownStyleSchema)
  .refine((styles) => Object.keys(styles).length <= MAX_OWN_STYLES, "too many styles");

/** The name of a style as it is kept; empty for one that says nothing. */
export function styleNameOf(name: string | null | undefined): string {
  return (name ?? "").replace(/\s+/gu, " ").trim().slice(0, MAX_STYLE_NAME_LETTERS).trim();
}

/** The style of a name among those of a document, to the letter first, then whatever its case; null for none. */
export function ownStyleNamed(styles: OwnStyles, name: string, of: OwnStyleOf): DestinationId | null {
  const all = Object.entries(styles).filter(([, one]) => one.of === of);
  const found =
    all.find(([, one]) => one.name === name) ??
    all.find(([, one]) => one.name.toLowerCase() === name.toLowerCase());
  return found ? knownId(found[0]) : null;
}

/** Styles with those of another document beside them; of two with one name the first stays. Answers which became which. */
export function ownStylesWith(
  styles: OwnStyles,
  others: OwnStyles,
): { readonly styles: OwnStyles; readonly became: ReadonlyMap<string, DestinationId> } {
  const all: Record<string, OwnStyle> = { ...styles };
  const became = new Map<string, DestinationId>();
  for (const [id, style] of Object.entries(others)) {
    let known = ownStyleNamed(all, style.name, style.of);
    if (!known) {
      known = id in all ? newId() : knownId(id);
      all[known] = style;
    }
    became.set(id, known);
  }
  return { styles: all, became };
}
