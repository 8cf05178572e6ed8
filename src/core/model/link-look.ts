import { z } from "zod";

/** How a link looks: underlined as the style sheet says, plain as the words around it, or like a button. */
export const LINK_LOOKS = ["underlined", "plain", "button"] as const;
export type LinkLook = (typeof LINK_LOOKS)[number];

export const linkLookSchema = z.enum(LINK_LOOKS);

/** What a reader is told of a link beforehand. */
export const hintSchema = z.string().max(1_000);

/** The look that a file or the clipboard names; underlined where it names none that there is. */
export function lookFrom(name: string | null | undefined): LinkLook {
  return LINK_LOOKS.find((look) => look === name) ?? "underlined";
}
