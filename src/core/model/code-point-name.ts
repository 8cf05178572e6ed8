/** A sign as Unicode numbers it, `U+00E4`: what nobody can see is found by that. */
export function codePointName(character: string): string {
  return `U+${character.codePointAt(0)!.toString(16).toUpperCase().padStart(4, "0")}`;
}
