import { cbc } from "@noble/ciphers/aes";
import { sha256, sha384, sha512 } from "@noble/hashes/sha2.js";
import { concatBytes, randomBytes } from "@noble/hashes/utils.js";

/** The entries of an encryption dictionary by which a password opens a file, of revision 6. */
export interface PasswordEntries {
  readonly R: 6;
  readonly U: Uint8Array;
  readonly UE: Uint8Array;
  readonly O: Uint8Array;
  readonly OE: Uint8Array;
}

/**
 * What lets two passwords open a file that is encrypted with a key of 32 bytes (ISO 32000-2, 7.6.4.4, algorithms 8 and 9). The
 * opening password may be empty: then everybody opens it.
 */
export function passwordEntries(key: Uint8Array, opening: string, owner: string): PasswordEntries {
  const [user, U] = entry(prepared(opening), new Uint8Array(0));
  const [own, O] = entry(prepared(owner), U);
  return { R: 6, U, UE: wrapped(key, user), O, OE: wrapped(key, own) };
}

/** Tells a password from others, and the key that comes of it. */
function entry(password: Uint8Array, user: Uint8Array): [key: Uint8Array, entry: Uint8Array] {
  const [validation, keySalt] = [randomBytes(8), randomBytes(8)];
  const hash = concatBytes(hardened(password, validation, user), validation, keySalt);
  return [hardened(password, keySalt, user), hash];
}

function wrapped(fileKey: Uint8Array, key: Uint8Array): Uint8Array {
  return encrypted(key, new Uint8Array(16), fileKey);
}

const HASHES = [sha256, sha384, sha512] as const;

/** Algorithm 2.B: at least 64 rounds, each with a hash that the round before chooses. */
function hardened(password: Uint8Array, salt: Uint8Array, user: Uint8Array): Uint8Array {
  let key = sha256(concatBytes(password, salt, user));
  let last = 0;
  for (let round = 0; round < 64 || last > round - 32; round++) {
    const once = concatBytes(password, key, user);
    const all = concatBytes(...Array.from({ length: 64 }, () => once));
    const made = encrypted(key.subarray(0, 16), key.subarray(16, 32), all);
    const sum = made.subarray(0, 16).reduce((before, byte) => before + byte, 0);
    key = HASHES[(sum % 3) as 0 | 1 | 2](made);
    last = made.at(-1)!;
  }
  return key.subarray(0, 32);
}

/** AES in the mode CBC, without padding: with a key of 16 bytes AES-128, with one of 32 AES-256. */
function encrypted(key: Uint8Array, start: Uint8Array, bytes: Uint8Array): Uint8Array {
  return cbc(key, start, { disablePadding: true }).encrypt(bytes);
}

/** In bytes. */
const MAX_PASSWORD_BYTES = 127;

/** A password as the standard wants it (SASLprep, RFC 4013): spaces of all kinds as one kind, letters that only look composed as they are meant. */
function prepared(password: string): Uint8Array {
  const mapped = password
    .replace(/[\u00a0\u1680\u2000-\u200b\u202f\u205f\u3000]/g, " ")
    .replace(/[\u00ad\u034f\u1806\u180b-\u180d\u200c\u200d\u2060\ufe00-\ufe0f\ufeff]/g, "");
  return new TextEncoder().encode(mapped.normalize("NFKC")).subarray(0, MAX_PASSWORD_BYTES);
}
