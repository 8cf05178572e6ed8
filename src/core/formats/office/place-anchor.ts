/**
 * The anchor of the heading, figure or table in which a bookmark stands that its author named. References that say a number or a
 * caption speak of that place, and the bookmark is called by its own name.
 */
export function placeAnchorOf(bookmark: string): string {
  return `${bookmark} place`;
}
