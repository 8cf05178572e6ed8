/**
 * Of places along the rope those that have room: none stands nearer than `room` pixels to another. Those that come first in
 * `ranked` are taken first.
 */
export function withRoom<T>(ranked: readonly T[], yOf: (place: T) => number, room: number): T[] {
  const taken = new Map<number, number[]>();
  return ranked.filter((place) => {
    const y = yOf(place);
    const row = Math.floor(y / room);
    const near = [row - 1, row, row + 1].flatMap((at) => taken.get(at) ?? []);
    if (near.some((other) => Math.abs(other - y) < room)) return false;
    taken.set(row, [...(taken.get(row) ?? []), y]);
    return true;
  });
}
