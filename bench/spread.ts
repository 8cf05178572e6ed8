/** Middle and 95th percentile of some timings, in milliseconds. */
export interface Spread {
  readonly median: number;
  readonly p95: number;
}

export function spreadOf(values: readonly number[]): Spread {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;
  return { median: at(0.5), p95: at(0.95) };
}
