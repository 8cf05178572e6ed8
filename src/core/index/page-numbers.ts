/** On which pages places stand, as far as that is known. */
export interface PageNumbers {
  /** The number of the page on which a position stands, as it is written there. */
  labelAt(pos: number): string;
  /** The page on which a position stands, counted from 0. */
  pageAt(pos: number): number;
}
