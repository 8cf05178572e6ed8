/** `npm run test:long`: what `npm test` only touches, at full length (an hour or so). */
import { ensureBuilt } from "./build.mjs";
import { ensureInstalled, root, run } from "./install.mjs";

ensureInstalled();
await ensureBuilt();
// The network, killed servers, a full disk, other sites; a -wal file that goes, and files that a power cut left empty; all properties ten
// times as often, from a seed that nobody has tried.
run("npx", ["jest", "tests/faults", "src"], {
  cwd: root,
  env: {
    ...process.env,
    NODE_OPTIONS: "--experimental-vm-modules",
    SEED: process.env.SEED ?? "any",
    RUNS_TIMES: process.env.RUNS_TIMES ?? "10",
    KILLS: process.env.KILLS ?? "200",
    FAULTY_FOR: process.env.FAULTY_FOR ?? "60000",
  },
});
// Tabs that crash, and imports that are cancelled.
run("npx", ["playwright", "test", "tab-death", "shelf"], {
  cwd: root,
  env: { ...process.env, DEATHS: process.env.DEATHS ?? "64" },
});
