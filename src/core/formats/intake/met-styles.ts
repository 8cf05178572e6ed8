import type { DropLog } from "./drop-log";
import {
  FIRST_SHEET,
  MAX_OWN_STYLES,
  newId,
  ownStyleNamed,
  ownStylesOf,
  styleNameOf,
  type DestinationId,
  type OwnLook,
  type OwnStyle,
  type OwnStyleOf,
  type StyleSheet,
} from "@/core/document";

/** The styles of their own that paragraphs and words of a file name, and the style sheet that the file has. */
export class MetStyles {
  private sheet: StyleSheet | null = null;
  private readonly fresh: Record<string, OwnStyle> = {};
  /** What was asked for before: a file names few styles, and each many times. */
  private readonly known = new Map<string, DestinationId | null>();

  constructor(private readonly dropped: DropLog) {}

  /** Takes the style sheet of the file, which comes before what is styled. */
  take(sheet: StyleSheet): void {
    this.sheet = sheet;
  }

  /**
   * The style of a name: that of the file's sheet, or a new one that looks as `look` says, else like the body. Null for no name, and where
   * there are too many.
   */
  named(written: string | undefined, of: OwnStyleOf, look: () => OwnLook = PLAIN): DestinationId | null {
    const name = styleNameOf(written);
    if (name === "") return null;
    const key = `${of} ${name}`;
    let style = this.known.get(key);
    if (style === undefined) this.known.set(key, (style = this.find(name, of, look)));
    if (style === null)
      this.dropped.add(
        "style of its own",
        `A document has ${MAX_OWN_STYLES} at the most; its words are kept.`,
      );
    return style;
  }

  private find(name: string, of: OwnStyleOf, look: () => OwnLook): DestinationId | null {
    const known =
      ownStyleNamed(this.sheet ? ownStylesOf(this.sheet) : {}, name, of) ??
      ownStyleNamed(this.fresh, name, of);
    if (known || this.known.size >= MAX_OWN_STYLES) return known;
    const id = newId();
    this.fresh[id] = { name, of, look: look() };
    return id;
  }

  /** The style sheet of the document; null where the file says nothing of styles. */
  get met(): StyleSheet | null {
    if (Object.keys(this.fresh).length === 0) return this.sheet;
    const sheet = this.sheet ?? FIRST_SHEET;
    return { ...sheet, own: { ...ownStylesOf(sheet), ...this.fresh } };
  }
}

const PLAIN = (): OwnLook => ({});
