/**
 * How many members at the beginning of a list of `length` are before something, where no member that is before it follows one that
 * is not. Asks as often as the length has binary digits.
 */
export function partitionPoint(length: number, isBefore: (member: number) => boolean): number {
  let low = 0;
  let high = length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isBefore(middle)) low = middle + 1;
    else high = middle;
  }
  return low;
}
