import { keptHere } from "./kept-here";

/** How a reader wants pages to look; the same for all documents of a server. */
export interface Look {
  /** Of the text, in percent of its usual size. */
  readonly size: number;
  readonly lines: "narrow" | "usual" | "wide";
  readonly paper: "auto" | "day" | "sepia" | "night";
}

export const [SMALLEST, LARGEST] = [80, 200];
const USUAL: Look = { size: 100, lines: "usual", paper: "auto" };

export function keptLook(): Look {
  return keptHere("look", USUAL);
}

/** Puts the look on the page. */
export function applyLook(): void {
  const { size, lines, paper } = keptLook();
  const { style, dataset } = document.documentElement;
  style.setProperty("--reader", String(Math.min(LARGEST, Math.max(SMALLEST, Number(size) || 100)) / 100));
  dataset.lines = lines;
  dataset.paper = paper;
}
