/**
 * How often a property is tried. In `npm test` as often as finds what a change is likely to break; `npm run test:long` sets
 * `RUNS_TIMES` and tries it so many times more often.
 */
export function runs(usual: number): number {
  return usual * Number(process.env.RUNS_TIMES ?? 1);
}
