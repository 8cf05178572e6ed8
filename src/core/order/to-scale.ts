/**
 * Whether positions look the same where something of a size is drawn to scale: a pixel in a thousand, or two, is not seen. Lists
 * of different lengths never do.
 */
export function looksSame(a: ArrayLike<number>, b: ArrayLike<number>, size: number): boolean {
  if (a.length !== b.length) return false;
  const most = size / PARTS;
  for (let i = 0; i < a.length; i++) if (Math.abs(a[i]! - b[i]!) > most) return false;
  return true;
}

const PARTS = 2_000;
