import { ownEntry } from "@/core/own-entry";

/** Named colours on paper. */
const COLOURS: Readonly<Record<string, string>> = {
  ink: "#1c2a30",
  quiet: "#55636a",
  tide: "#0e5a5e",
  plum: "#6b3f69",
  hemp: "#8a6230",
  line: "#ddd5c6",
  wash: "#f4efe4",
};

/** A colour of a look on paper: named ones as six digits. */
export function colourOnPaper(colour: string | null, otherwise = "ink"): string {
  const named = colour ?? otherwise;
  return named.startsWith("#") ? named : (ownEntry(COLOURS, named) ?? COLOURS.ink!);
}
