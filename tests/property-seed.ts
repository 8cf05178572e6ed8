import fc from "fast-check";

/**
 * Before each file of tests: properties run from one seed, so that a run which passed passes again and a change is judged by itself.
 * `SEED=any` looks elsewhere each time, as `npm run test:long` does; `SEED=N` with `REPLAY=path` has a run that failed again.
 */
const { SEED = "20", REPLAY } = process.env;

fc.configureGlobal({
  ...(SEED !== "any" && { seed: Number(SEED) }),
  ...(REPLAY && { path: REPLAY }),
});
