/** As many marks on one letter any text can do with (the Stream-Safe Text Format, UAX #15 section 13). */
const MAX_MARKS = 30;
const BEYOND = new RegExp(`(\\p{M}{${MAX_MARKS}})\\p{M}+`, "gu");
const HEAP = new RegExp(`\\p{M}{${MAX_MARKS + 1},}`, "gu");

/** Before these signs there is no mark, which most texts are soon found to be without. */
const MAY_BE_MARK = /[\u0300-\uffff]/;

/** How many marks a browser sets at once in no time; for a whole heap it takes a time that grows with the square of how many they are. */
const BATCH_SIZE = 64;

/** A text with at most 30 marks on a letter. */
export function withoutHeaps(text: string): string {
  return mayHaveHeap(text) ? text.replace(BEYOND, "$1") : text;
}

function mayHaveHeap(text: string): boolean {
  return text.length > MAX_MARKS && MAY_BE_MARK.test(text);
}

/** A text in parts, each heap of marks in pieces to be set one by one. */
export function apartInHeaps(text: string): { text: string; heaped: boolean }[] {
  const heaps = heapsIn(text);
  if (heaps.length === 0) return [{ text, heaped: false }];
  const parts: { text: string; heaped: boolean }[] = [];
  let at = 0;
  const take = (to: number, heaped: boolean) => {
    if (to > at) parts.push({ text: text.slice(at, to), heaped });
    at = to;
  };
  for (const { from, to } of heaps) {
    take(from, false);
    take(to, true);
  }
  take(text.length, false);
  return parts;
}

/** The heaps of marks in a text, where more stand on one letter than any text needs, in pieces to be set one by one. */
export function heapsIn(text: string): { from: number; to: number }[] {
  if (!mayHaveHeap(text)) return [];
  return [...text.matchAll(HEAP)].flatMap(({ 0: marks, index }) =>
    Array.from({ length: Math.ceil(marks.length / BATCH_SIZE) }, (_, i) => ({
      from: index + i * BATCH_SIZE,
      to: index + Math.min(marks.length, (i + 1) * BATCH_SIZE),
    })),
  );
}
