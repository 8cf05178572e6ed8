/** A text cut to a number of characters, at a word's end where one is near, with an ellipsis. */
export function shortened(text: string, most: number): string {
  const characters = Array.from(text.slice(0, most * 2 + 2));
  if (characters.length <= most) return text;
  const cut = characters.slice(0, most - 1).join("");
  const space = cut.lastIndexOf(" ");
  return (space > cut.length * 0.6 ? cut.slice(0, space) : cut) + "…";
}
