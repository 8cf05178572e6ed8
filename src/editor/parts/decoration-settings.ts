import { keepInBrowser, readKept } from "../browser/kept-in-browser";

const KEYS = { paragraphNumbers: "gate-rope paragraph numbers", bookmarks: "gate-rope bookmarks" } as const;

/** Which signs around the words an author wants to see; kept in the browser for all documents. */
export class DecorationSettings {
  /** The numbers of paragraphs in the margin. */
  paragraphNumbers = readKept(KEYS.paragraphNumbers) === "shown";
  /** Bookmarks in the text and on the rope; off while one only wants to write. */
  bookmarks = readKept(KEYS.bookmarks) !== "hidden";

  constructor(private readonly changed: () => void) {}

  show(kind: keyof typeof KEYS, shown: boolean): void {
    this[kind] = shown;
    keepInBrowser(KEYS[kind], shown ? "shown" : "hidden");
    this.changed();
  }
}
