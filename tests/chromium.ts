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
