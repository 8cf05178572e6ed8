/** What captions of each kind are counted as. */
export const SERIES = { figure: "Figure", table: "Table", equation: "Equation" } as const;

/** A kind of caption. */
export type CaptionKind = keyof typeof SERIES;

/** A caption's label in parts: `Figure ` and `2.1`. `said`: the words that the style sheet puts before numbers. */
export function labelParts(
  label: string,
  said: string,
): { readonly before: string; readonly number: string } {
  const number = label.startsWith(said) ? label.slice(said.length).trim() : label;
  return { before: label.slice(0, label.length - number.length), number };
}
