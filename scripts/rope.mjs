/** `npm run -s rope -- …`: the gate-rope command, bundled from the sources as they stand. */
import { spawnSync } from "node:child_process";
import { buildTools } from "./build-tools.mjs";
import { ensureInstalled, root } from "./install.mjs";

ensureInstalled();
await buildTools();
const { status } = spawnSync(process.execPath, [`${root}/dist/gate-rope.mjs`, ...process.argv.slice(2)], {
  stdio: "inherit",
  cwd: process.env.INIT_CWD ?? process.cwd(),
});
process.exitCode = status ?? 2;
