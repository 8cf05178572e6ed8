/** As much of a name is looked at, in letters. */
const MAX_NAME = 100;

/** Pieces of three letters, with the edges of the name. */
function trigrams(name: string): Set<string> {
  const letters = ` ${name
    .slice(0, MAX_NAME)
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim()} `;
  const pieces = new Set<string>();
  for (let i = 0; i + 3 <= letters.length; i++) pieces.add(letters.slice(i, i + 3));
  return pieces;
}

/**
 * The things whose names are most like a name, the likest first: by the share of their trigrams that both have (Sørensen–Dice). None that have next to
 * nothing in common with it.
 */
export function similarNames<T extends object>(
  name: string,
  things: Iterable<T>,
  nameOf: (thing: T) => string,
  most = 8,
): T[] {
  const sought = trigrams(name);
  const ranked: { readonly thing: T; readonly share: number }[] = [];
  for (const thing of things) {
    const own = trigramsOf(thing, nameOf);
    let common = 0;
    for (const piece of sought) if (own.has(piece)) common++;
    const share = (2 * common) / (sought.size + own.size);
    if (share >= 0.25) ranked.push({ thing, share });
  }
  return ranked
    .sort((a, b) => b.share - a.share)
    .slice(0, most)
    .map(({ thing }) => thing);
}

const KNOWN = new WeakMap<object, ReadonlySet<string>>();

/** A thing is asked about again and again, and never called otherwise. */
function trigramsOf<T extends object>(thing: T, nameOf: (thing: T) => string): ReadonlySet<string> {
  let own = KNOWN.get(thing);
  if (!own) KNOWN.set(thing, (own = trigrams(nameOf(thing))));
  return own;
}
