/**
 * The places along the rope that have room: none stands nearer than `room` pixels to another. Those that come first in
 * `ranked` are taken first.
 */
export function withRoom<T>(ranked: readonly T[], yOf: (place: T) => number, room: number): T[] {
  // Rows as high as the room: in each stands one place at most.
  const taken = new Map<number, number>();
  const isNear = (row: number, y: number) => {
    const other = taken.get(row);
    return other !== undefined && Math.abs(other - y) < room;
  };
  return ranked.filter((place) => {
    const y = yOf(place);
    const row = Math.floor(y / room);
    if (isNear(row, y) || isNear(row - 1, y) || isNear(row + 1, y)) return false;
    taken.set(row, y);
    return true;
  });
}
