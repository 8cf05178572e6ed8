/** `npm run test:faults`: the faults that the short form in `npm test` only touches, at full length (some ten minutes). */
import { ensureBuilt } from "./build.mjs";
import { ensureInstalled, root, run } from "./install.mjs";

ensureInstalled();
await ensureBuilt();
run("npx", ["jest", "tests/faults"], {
  cwd: root,
  env: {
    ...process.env,
    NODE_OPTIONS: "--experimental-vm-modules",
    KILLS: process.env.KILLS ?? "200",
    FAULTY_FOR: process.env.FAULTY_FOR ?? "60000",
  },
});
run("npx", ["playwright", "test", "tab-death"], {
  cwd: root,
  env: { ...process.env, DEATHS: process.env.DEATHS ?? "64" },
});
