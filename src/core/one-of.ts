/** Whether a word is one of those that are known. */
export function isOneOf<Known extends string>(known: readonly Known[], word: string): word is Known {
  return known.some((one) => one === word);
}
