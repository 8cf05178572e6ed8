/** `npm run -s rope -- …`: the gate-rope command, bundled from the sources as they stand, with the fonts of the pages. */
import { spawnSync } from "node:child_process";
import { buildTools } from "./build-tools.mjs";
import { ensureInstalled, root } from "./install.mjs";
import { ensurePageFonts } from "./page-fonts.mjs";

ensureInstalled();
await Promise.all([buildTools(), ensurePageFonts()]);
const { status } = spawnSync(process.execPath, [`${root}/dist/gate-rope.mjs`, ...process.argv.slice(2)], {
  stdio: "inherit",
  cwd: process.env.INIT_CWD ?? process.cwd(),
});
process.exitCode = status ?? 2;
