import {
  FIRST_SHEET,
  MOST_OWN_STYLES,
  newId,
  ownStyleNamed,
  ownStylesOf,
  styleNameOf,
  type DestinationId,
  type OwnStyle,
  type OwnStyleOf,
  type StyleSheet,
} from "@/core/document";

/** The styles of their own that paragraphs and words of a file name, and the style sheet that the file has. */
export class MetStyles {
  private sheet: StyleSheet | null = null;
  private readonly fresh: Record<string, OwnStyle> = {};

  /** Takes the style sheet of the file, which comes before what is styled. */
  take(sheet: StyleSheet): void {
    this.sheet = sheet;
  }

  /** The style of a name: that of the file's sheet, or a new one that looks like the body. Null for no name, and where there are too many. */
  named(said: string | undefined, of: OwnStyleOf): DestinationId | null {
    const name = styleNameOf(said);
    if (name === "") return null;
    const known =
      ownStyleNamed(this.sheet ? ownStylesOf(this.sheet) : {}, name, of) ??
      ownStyleNamed(this.fresh, name, of);
    if (known || Object.keys(this.fresh).length >= MOST_OWN_STYLES) return known;
    const id = newId();
    this.fresh[id] = { name, of, look: {} };
    return id;
  }

  /** The style sheet of the document; null where the file says nothing of styles. */
  get met(): StyleSheet | null {
    if (Object.keys(this.fresh).length === 0) return this.sheet;
    const sheet = this.sheet ?? FIRST_SHEET;
    return { ...sheet, own: { ...ownStylesOf(sheet), ...this.fresh } };
  }
}
