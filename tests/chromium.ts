import { existsSync } from "node:fs";

/** How Debian's Chromium is started: as root in a container, and without a word to the network. */
export const CHROMIUM = {
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
    "--disable-quic",
  ],
};

const SHELL = "/usr/bin/chromium-headless-shell";

/**
 * The same without the frame of a window, which nobody sees in tests, and which takes them a third more of the processor. Where it is not
 * installed, the whole.
 */
export const CHROMIUM_SHELL =
  process.env.CHROMIUM || !existsSync(SHELL) ? CHROMIUM : { ...CHROMIUM, executablePath: SHELL };
