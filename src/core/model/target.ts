import { z } from "zod";
import { decodeSafely, isSafeAddress, schemeOf, whyNoScheme } from "./address";
import { actionSchema, type Action } from "./action";
import { idSchema, type DestinationId } from "./ids";

/**
 * Where a link leads. A destination is held by its permanent id, never by name or text; `was` is what it was
 * called where the link was read or last seen landing, so that a broken link can still say what it meant.
 */
export type LinkTarget =
  | { kind: "destination"; id: DestinationId; was?: string }
  | { kind: "top" }
  | WordsTarget
  | DocumentTarget
  | FileTarget
  | { kind: "web"; url: string }
  | { kind: "mail"; address: string; subject?: string }
  /** An address of a scheme that is followed only where the document allows it by name. */
  | { kind: "scheme"; url: string }
  | { kind: "action"; action: Action };

/** Words with a little of what stands before and after them (W3C Web Annotation, text quote selector). */
export interface Quotation {
  exact: string;
  before: string;
  after: string;
}

export interface WordsTarget extends Quotation {
  kind: "words";
}

/**
 * A place in another document of the shelf, by its id or by words that are quoted, or that document as a whole. No title is kept: one
 * may lose the right to read it.
 */
export interface DocumentTarget {
  kind: "document";
  document: string;
  id?: DestinationId;
  words?: Quotation;
}

/** A file attached to the document; of a PDF a page, counted from 1. */
export interface FileTarget {
  kind: "file";
  id: string;
  page?: number;
}

const MAX_CONTEXT = 200;

const quotation = {
  exact: z.string().min(1).max(2_000),
  before: z.string().max(MAX_CONTEXT),
  after: z.string().max(MAX_CONTEXT),
};

/** Checks words quoted from outside. */
export const quotationSchema: z.ZodType<Quotation> = z.strictObject(quotation);

/** Checks what leads to another document. */
export const documentTargetSchema = z.strictObject({
  kind: z.literal("document"),
  document: idSchema,
  id: idSchema.optional(),
  words: z.strictObject(quotation).optional(),
});

/** Checks a link target that comes from outside. */
export const linkTargetSchema: z.ZodType<LinkTarget> = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("destination"), id: idSchema, was: z.string().max(10_000).optional() }),
  z.strictObject({ kind: z.literal("top") }),
  z.strictObject({ kind: z.literal("words"), ...quotation }),
  documentTargetSchema,
  z.strictObject({
    kind: z.literal("file"),
    id: idSchema,
    page: z.int().min(1).max(1_000_000).optional(),
  }),
  z.strictObject({
    kind: z.literal("web"),
    url: z.string().min(1).max(10_000).refine(isSafeAddress, "this kind of address is not allowed"),
  }),
  z.strictObject({
    kind: z.literal("mail"),
    address: z.string().min(1).max(1_000),
    subject: z.string().max(1_000).optional(),
  }),
  z.strictObject({
    kind: z.literal("scheme"),
    url: z
      .string()
      .max(10_000)
      .refine((url) => whyNoScheme(schemeOf(url) ?? "") === null, "this kind of address is not allowed"),
  }),
  z.strictObject({ kind: z.literal("action"), action: actionSchema }),
]);

/** A target whose address is the same wherever the document is. */
export type AddressTarget = Extract<LinkTarget, { kind: "web" | "mail" | "scheme" }>;

/** Whether a target has an address that is the same wherever the document is. */
export function isAddress(target: LinkTarget): target is AddressTarget {
  return target.kind === "web" || target.kind === "mail" || target.kind === "scheme";
}

/**
 * Reads what an author typed or a file holds as a web or mail target, or as one of the further schemes a document allows; null
 * when it is neither or not allowed.
 */
export function targetFromAddress(typed: string, schemes: readonly string[] = []): AddressTarget | null {
  const address = typed.trim();
  if (address === "") return null;
  const scheme = schemeOf(address);
  if (scheme === "mailto") {
    const [to = "", query = ""] = address.replace(/^[^:]*:/, "").split("?");
    const subject = new URLSearchParams(query).get("subject");
    if (to === "") return null;
    return { kind: "mail", address: decodeSafely(to), ...(subject ? { subject } : {}) };
  }
  if (scheme !== null && schemes.includes(scheme) && whyNoScheme(scheme) === null)
    return { kind: "scheme", url: address };
  return isSafeAddress(address) ? { kind: "web", url: address } : null;
}

/** An address as it stands in a file. */
export function addressOf(target: AddressTarget): string {
  if (target.kind !== "mail") return target.url;
  const query = target.subject ? `?subject=${encodeURIComponent(target.subject)}` : "";
  return `mailto:${encodeURI(target.address)}${query}`;
}
