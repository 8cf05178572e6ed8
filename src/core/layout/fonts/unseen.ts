/**
 * Whether a sign is never drawn: soft hyphens, spaces without width, joiners of words, marks of direction (Unicode, Default_Ignorable_Code_Point,
 * as far as no script shapes its letters by them). Most fonts lack these, and would show a box.
 */
export function isInvisible(code: number): boolean {
  return (
    code === SOFT_HYPHEN ||
    code === 0x61c ||
    code === 0x200b ||
    (code >= 0x200e && code <= 0x200f) ||
    (code >= 0x202a && code <= 0x202e) ||
    (code >= 0x2060 && code <= 0x2069) ||
    code === 0xfeff
  );
}

/** Where a word may be divided, as its author says; a hyphen is seen there only if it is. */
export const SOFT_HYPHEN = 0xad;
