import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { keysOf } from "@/core/keys-of";

/** Kinds of picture a document may hold, by their media type. */
export const PICTURE_TYPES = {
  "image/png": "png",
  "image/jpeg": "jpg",
  "image/gif": "gif",
  "image/webp": "webp",
  "image/svg+xml": "svg",
} as const;

export type PictureType = keyof typeof PICTURE_TYPES;

/** A picture: its bytes and what they are. */
export interface Picture {
  readonly type: PictureType;
  readonly bytes: Uint8Array;
}

/** Pictures by name; a name is the SHA-256 of the bytes and the ending, so that the same picture is kept once. */
export type Pictures = ReadonlyMap<string, Picture>;

/** Recognises a picture by its first bytes, whatever it is called; null when it is none. */
export function recognisePicture(bytes: Uint8Array): Picture | null {
  const starts = (...magic: number[]) => magic.every((byte, i) => bytes[i] === byte);
  const ascii = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (starts(0x89, 0x50, 0x4e, 0x47)) return { type: "image/png", bytes };
  if (starts(0xff, 0xd8, 0xff)) return { type: "image/jpeg", bytes };
  if (ascii(0, 4) === "GIF8") return { type: "image/gif", bytes };
  if (ascii(0, 4) === "RIFF" && ascii(8, 12) === "WEBP") return { type: "image/webp", bytes };
  const head = ascii(0, 300).trimStart();
  if (/^(<\?xml[^>]*>\s*)?(<!--[^]*?-->\s*)?(<!doctype svg[^>]*>\s*)?<svg[\s>]/i.test(head))
    return { type: "image/svg+xml", bytes };
  return null;
}

/** The name under which a picture is stored and held by figures. */
export function pictureName(picture: Picture): string {
  return `${bytesToHex(sha256(picture.bytes))}.${PICTURE_TYPES[picture.type]}`;
}

const NAME = /^[0-9a-f]{64}\.(png|jpg|gif|webp|svg)$/;

/** The media type that a picture's name tells, or null if it is no picture's name. */
export function pictureTypeOf(name: string): PictureType | null {
  const ending = NAME.exec(name)?.[1];
  return keysOf(PICTURE_TYPES).find((type) => PICTURE_TYPES[type] === ending) ?? null;
}
