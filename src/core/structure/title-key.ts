import { typedNumber } from "./title-clues";

/** What titles that are the same have in common, however they are written: letters and digits, capitals not mattering. */
export function titleKey(title: string): string {
  return title
    .normalize("NFKC")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();
}

/** The key of a title without the number that somebody typed before it. */
export function unnumberedKey(title: string): string {
  return titleKey(title.slice(typedNumber(title)?.length ?? 0));
}
