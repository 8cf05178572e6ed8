/** SQLite takes 32,766 values in one statement (Limits, 9); a row of steps has nine of them. */
const MAX_ROWS = 400;

/** Rows or values in order, as many at a time as one statement may have. */
export function batches<T>(all: readonly T[]): T[][] {
  const some: T[][] = [];
  for (let at = 0; at < all.length; at += MAX_ROWS) some.push(all.slice(at, at + MAX_ROWS));
  return some;
}
