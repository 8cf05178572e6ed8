import type { TitleClue } from "@/core/structure";

/** Why a line looks like a title, in words. */
export function reasonFor(clues: readonly TitleClue[]): string {
  const words = clues.map(reason).join(", ");
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function reason(clue: TitleClue): string {
  switch (clue.kind) {
    case "numbered":
      return `numbered ${clue.number}`;
    case "named":
      return `called “${clue.word}”`;
    case "capitals":
      return "in capitals";
    case "bold":
      return "all bold";
    case "large":
      return "larger than the text";
    case "underlined":
      return "underlined with signs";
    case "listed":
      return "in the typed contents list";
    case "alone":
      return "a short line by itself";
  }
}
