import { z } from "zod";
import type { DestinationId } from "./ids";

/**
 * Where a link leads. A destination is held by its permanent id, never by name or text; `was` is what it was
 * called where the link was read or last seen landing, so that a link that is adrift can still say what it meant.
 */
export type LinkTarget =
  | { kind: "destination"; id: DestinationId; was?: string }
  | { kind: "web"; url: string }
  | { kind: "mail"; address: string; subject?: string };

const idSchema = z
  .string()
  .regex(/^[0-9A-Za-z_-]{1,64}$/)
  .transform((id) => id as DestinationId);

/** Checks a link target that comes from outside. */
export const linkTargetSchema: z.ZodType<LinkTarget> = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("destination"), id: idSchema, was: z.string().max(10_000).optional() }),
  z.strictObject({
    kind: z.literal("web"),
    url: z.string().min(1).max(10_000).refine(isSafeAddress, "this kind of address is not allowed"),
  }),
  z.strictObject({
    kind: z.literal("mail"),
    address: z.string().min(1).max(1_000),
    subject: z.string().max(1_000).optional(),
  }),
]);

const SCHEMES = new Set(["http", "https", "ftp", "tel"]);

/** The scheme of an address in lower case, as a browser would read it (signs it ignores left out), or null. */
export function schemeOf(address: string): string | null {
  const heard = address.replace(/[\u0000-\u0020\u007f-\u009f\u200b-\u200f\u2028\u2029\ufeff]/g, "");
  return /^([a-z][a-z0-9+.-]*):/i.exec(heard)?.[1]?.toLowerCase() ?? null;
}

/** Whether an address may stand in a document: a web address, a telephone number, or one relative to its file. */
export function isSafeAddress(address: string): boolean {
  const scheme = schemeOf(address);
  return scheme === null || SCHEMES.has(scheme);
}

/** Reads what an author typed or a file holds as a web or mail target; null when it is neither or not allowed. */
export function targetFromAddress(typed: string): LinkTarget | null {
  const address = typed.trim();
  if (address === "") return null;
  if (schemeOf(address) === "mailto") {
    const [to = "", query = ""] = address.replace(/^[^:]*:/, "").split("?");
    const subject = new URLSearchParams(query).get("subject");
    if (to === "") return null;
    return { kind: "mail", address: decodeSafely(to), ...(subject ? { subject } : {}) };
  }
  return isSafeAddress(address) ? { kind: "web", url: address } : null;
}

/** The address of a web or mail target as it stands in a file. */
export function addressOf(target: Exclude<LinkTarget, { kind: "destination" }>): string {
  if (target.kind === "web") return target.url;
  const query = target.subject ? `?subject=${encodeURIComponent(target.subject)}` : "";
  return `mailto:${encodeURI(target.address)}${query}`;
}

/** Percent decoding that leaves a text alone which is not percent-encoded UTF-8. */
export function decodeSafely(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
