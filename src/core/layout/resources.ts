import type { OutlinedEquation } from "@/core/equations/outline-equation";
import type { FontTable } from "./fonts/font-table";
import type { FontKey } from "./fonts/font-key";
import type { ShapedText } from "./fonts/shaped-text";

/** Where a word may be divided: its letters with soft hyphens in between. */
export type Hyphenate = (word: string) => string;

/** Something that pages are laid out with and that is fetched when it is needed first. */
export type Wanted =
  | { readonly kind: "font"; readonly key: FontKey }
  | { readonly kind: "shaper"; readonly key: FontKey }
  | { readonly kind: "hyphens"; readonly language: string }
  | { readonly kind: "picture"; readonly name: string }
  | { readonly kind: "equations" };

/** Size of a picture in pixels; null where there is none of that name or its file does not say. */
export type PictureSize = { readonly width: number; readonly height: number } | null;

/**
 * What pages are laid out with. What is not there yet is noted as wanted and stood in for, so that a layout can be made at once and
 * made again when all is there.
 */
export class Resources {
  private readonly fonts = new Map<FontKey, FontTable>();
  private readonly shapers = new Map<FontKey, (text: string) => ShapedText>();
  private readonly hyphens = new Map<string, Hyphenate | null>();
  private readonly pictures = new Map<string, PictureSize>();
  private draw: ((tex: string, display: boolean) => OutlinedEquation) | null = null;
  private readonly drawn = new Map<string, OutlinedEquation | "faulty">();
  private readonly asked = new Map<string, Wanted>();

  /** What was asked for and is not here. */
  get wanted(): readonly Wanted[] {
    return [...this.asked.values()];
  }

  /** How often something was asked for that is not here: what was made meanwhile has to be made again. */
  get misses(): number {
    return this.missed;
  }
  private missed = 0;

  font(key: FontKey): FontTable | null {
    return this.fonts.get(key) ?? this.want({ kind: "font", key });
  }

  /** Shapes words of scripts whose letters change with their neighbours. */
  shaper(key: FontKey): ((text: string) => ShapedText) | null {
    return this.shapers.get(key) ?? this.want({ kind: "shaper", key });
  }

  /** Null for a language whose words are not divided. */
  hyphenation(language: string): Hyphenate | null {
    const known = this.hyphens.get(language);
    return known !== undefined ? known : this.want({ kind: "hyphens", language });
  }

  picture(name: string): PictureSize {
    const known = this.pictures.get(name);
    return known !== undefined ? known : this.want({ kind: "picture", name });
  }

  /** Null while it cannot be drawn yet. */
  equation(tex: string, display: boolean): OutlinedEquation | "faulty" | null {
    if (!this.draw) return this.want({ kind: "equations" });
    const key = `${display ? "display" : "text"} ${tex}`;
    const known = this.drawn.get(key);
    if (known) return known;
    let drawn: OutlinedEquation | "faulty";
    try {
      drawn = this.draw(tex, display);
    } catch {
      drawn = "faulty";
    }
    this.drawn.set(key, drawn);
    return drawn;
  }

  giveFont(key: FontKey, table: FontTable): void {
    this.fonts.set(key, table);
    this.came({ kind: "font", key });
  }
  giveShaper(key: FontKey, shape: (text: string) => ShapedText): void {
    this.shapers.set(key, shape);
    this.came({ kind: "shaper", key });
  }
  giveHyphens(language: string, hyphenate: Hyphenate | null): void {
    this.hyphens.set(language, hyphenate);
    this.came({ kind: "hyphens", language });
  }
  givePicture(name: string, size: PictureSize): void {
    this.pictures.set(name, size);
    this.came({ kind: "picture", name });
  }
  giveEquations(draw: (tex: string, display: boolean) => OutlinedEquation): void {
    this.draw = draw;
    this.came({ kind: "equations" });
  }

  private want(wanted: Wanted): null {
    // Asked for with every word until it comes.
    if (!this.asked.has(keyOf(wanted))) this.asked.set(keyOf(wanted), wanted);
    this.missed++;
    return null;
  }

  private came(wanted: Wanted): void {
    this.asked.delete(keyOf(wanted));
  }
}

function keyOf(wanted: Wanted): string {
  return Object.values(wanted).join(" ");
}
