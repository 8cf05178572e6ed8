import type { TitleSign } from "@/core/structure";

/** Why a line looks like a title, in words. */
export function reasonFor(signs: readonly TitleSign[]): string {
  const words = signs.map(reason).join(", ");
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function reason(sign: TitleSign): string {
  switch (sign.kind) {
    case "numbered":
      return `numbered ${sign.number}`;
    case "named":
      return `called “${sign.word}”`;
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
