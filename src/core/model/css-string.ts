/** Words as a string of CSS (CSS Syntax Level 3, 4.3.5). */
export function cssString(words: string): string {
  return `"${words.replace(/["\\<\n]/g, (character) => `\\${character.codePointAt(0)!.toString(16)} `)}"`;
}
