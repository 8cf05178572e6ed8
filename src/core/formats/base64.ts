/** Bytes in base64 (RFC 4648, section 4), in pieces so that a large picture does not exhaust the stack. */
export function toBase64(bytes: Uint8Array): string {
  let binary = "";
  const PIECE = 0x8000;
  for (let i = 0; i < bytes.length; i += PIECE)
    binary += String.fromCharCode(...bytes.subarray(i, i + PIECE));
  return btoa(binary);
}

/** The bytes that a base64 text holds; null where it is not valid. */
export function fromBase64(text: string): Uint8Array | null {
  try {
    return Uint8Array.from(atob(text), (sign) => sign.charCodeAt(0));
  } catch {
    return null;
  }
}
