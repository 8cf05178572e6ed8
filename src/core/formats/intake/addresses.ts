import type { Mark } from "prosemirror-model";
import {
  decodeSafely,
  fromJSON,
  linkTargetSchema,
  lookFrom,
  schema,
  schemeOf,
  targetFromAddress,
  type LinkTarget,
} from "@/core/document";
import { fromBase64 } from "../base64";
import type { DocumentBuilder } from "./document-builder";
import { cleanText } from "./inline-content";
import type { ReadContext } from "./read-context";

/** A link as a file has it. */
export interface WrittenLink {
  readonly href: string;
  /** The target itself, as exported pages tell it where an address does not. */
  readonly leads?: string | undefined;
  readonly look?: string | undefined;
  /** What a reader is told of it beforehand. */
  readonly hint?: string | undefined;
}

/**
 * The link mark for a link as a file has it: `#anchor` (also behind the file's own name) leads inside the document,
 * others to the web or mail. Null for an address that is empty or not allowed; the latter is counted.
 */
export function linkMark(link: WrittenLink, builder: DocumentBuilder, context: ReadContext): Mark | null {
  const target = writtenTarget(link.leads) ?? targetOf(link.href.trim(), builder, context);
  return (
    target &&
    schema.marks.link.create({
      target,
      look: lookFrom(link.look),
      hint: cleanText(link.hint ?? "").slice(0, 1_000),
    })
  );
}

/** In signs; what is longer was made by a machine, and leads nowhere. */
const MAX_ADDRESS_LETTERS = 8_000;

function targetOf(address: string, builder: DocumentBuilder, context: ReadContext): LinkTarget | null {
  if (address === "") return null;
  if (address.length > MAX_ADDRESS_LETTERS) {
    context.dropped.add("link with an endless address", "Its words are kept.");
    return null;
  }
  const anchor = anchorInFile(address, context.name);
  if (anchor !== null) return anchor === "" ? null : builder.links.targetOf(anchor);
  const target = targetFromAddress(address);
  if (!target)
    context.dropped.add(
      `${schemeOf(address) ?? "unknown"}: link`,
      "This kind of address is not allowed; its words are kept.",
    );
  return target;
}

/** Only what an address cannot tell: all else is read from the address, which other programs may have changed. */
function writtenTarget(leads: string | undefined): LinkTarget | null {
  const target = fromJSON(linkTargetSchema, leads);
  return target?.kind === "document" || target?.kind === "action" ? target : null;
}

/** The anchor to which an address leads within a file of a name; null where it leads elsewhere. */
export function anchorInFile(address: string, name: string): string | null {
  const hash = address.indexOf("#");
  return hash >= 0 && isThisFile(address.slice(0, hash), name) ? decodeSafely(address.slice(hash + 1)) : null;
}

function isThisFile(path: string, name: string): boolean {
  return path === "" || decodeSafely(path).replace(/^\.\//, "") === name;
}

/** The bytes of a picture by its address in a file: embedded data, or a file beside it. Remote ones are never loaded. */
export function pictureBytes(src: string, context: ReadContext): Uint8Array | null {
  const address = src.trim();
  const scheme = schemeOf(address);
  if (scheme === "data") {
    const bytes = dataBytes(address);
    if (!bytes) context.dropped.add("embedded picture that cannot be read", "Its data are damaged.");
    return bytes;
  }
  if (scheme !== null || address.startsWith("//")) {
    context.dropped.add(
      "remote picture",
      "Pictures are not fetched from elsewhere; its place and description are kept.",
    );
    return null;
  }
  const bytes = address === "" ? null : context.pictureAt(decodeSafely(address));
  if (!bytes) context.dropped.add("picture that is not in the file", "Its place and description are kept.");
  return bytes;
}

function dataBytes(address: string): Uint8Array | null {
  const comma = address.indexOf(",");
  if (comma < 0) return null;
  const body = address.slice(comma + 1);
  if (/;\s*base64\s*$/i.test(address.slice(0, comma))) return fromBase64(body.replace(/\s+/g, ""));
  try {
    return new TextEncoder().encode(decodeURIComponent(body));
  } catch {
    return null;
  }
}
