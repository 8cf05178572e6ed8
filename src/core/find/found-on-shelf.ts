/** A place where something stands, with the words around it. */
export interface FoundOnShelf {
  /** Permanent id of its block, and where in it it begins and ends. */
  readonly block: string;
  readonly from: number;
  readonly to: number;
  readonly before: string;
  readonly words: string;
  readonly after: string;
}

/** What was found in one document. */
export interface FoundDocument {
  readonly id: string;
  readonly title: string;
  /** How often it stands there. */
  readonly count: number;
  /** The first of the places. */
  readonly places: readonly FoundOnShelf[];
}
