const GENERATOR = /<meta\s+name="generator"\s+content="Gate Rope">/;
const MAX_HEAD_LETTERS = 10_000;

/** Whether Gate Rope wrote an HTML text: what it says of itself is meant so. */
export function isOwnFile(text: string): boolean {
  return GENERATOR.test(text.slice(0, MAX_HEAD_LETTERS));
}
