/** `npm run dev`: serves the sources as they are edited. */
import { buildTools } from "./build-tools.mjs";
import { ensureInstalled } from "./install.mjs";
import { ensurePageFonts } from "./page-fonts.mjs";

ensureInstalled();
await ensurePageFonts();
await buildTools();
process.env.NEXT_TELEMETRY_DISABLED = "1";
const { serve } = await import("./start.mjs");
console.log(`Gate Rope is running at ${await serve({ dev: true })}`);
