import { words } from "./words";

/** An equation as it is written in TeX. */
export const tex = words(20_000, "How the equation is written in TeX.");
