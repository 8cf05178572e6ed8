import type { Mark } from "prosemirror-model";
import { isMark, languageFrom, schema } from "@/core/document";
import { ownEntry } from "@/core/own-entry";
import type { DropLog } from "../intake/drop-log";
import type { MetStyles } from "../intake/met-styles";
import type { OwnNames } from "./own-names";
import { faceOf, ownLookOfWords } from "./looks";
import type { RunLook, WrittenStyle } from "./written-style";

const { marks } = schema;

/** Standard character styles that mean what a mark means; by their names in lower case (ISO 29500 leaves names to programs; these are in all files). */
const MEANINGS: Readonly<Record<string, readonly Mark[]>> = {
  strong: [marks.strong.create()],
  emphasis: [marks.emphasis.create()],
  "intense emphasis": [marks.strong.create(), marks.emphasis.create()],
  "subtle emphasis": [marks.emphasis.create()],
  "html code": [marks.code.create()],
  "html keyboard": [marks.code.create()],
  "html sample": [marks.code.create()],
  "html typewriter": [marks.code.create()],
  "html variable": [marks.emphasis.create()],
  "verbatim char": [marks.code.create()],
  // Links and signs of notes look as they do everywhere in a document.
  hyperlink: [],
  "link plain": [],
  "link button": [],
  followedhyperlink: [],
  "footnote reference": [],
  "endnote reference": [],
  "page number": [],
  "line number": [],
  "annotation reference": [],
  "placeholder text": [],
  "default paragraph font": [],
};

const SIZES = { least: 50, most: 400 } as const;

/** The marks of words from how they look: what differs from the style of their paragraph. */
export class RunMarks {
  constructor(
    /** That of the document: words in it are in none of their own. */
    private readonly language: string | null,
    private readonly met: MetStyles,
    private readonly dropped: DropLog,
    private readonly own: OwnNames,
  ) {}

  /** Whether what words say of themselves is said on purpose, also where it is so around them: in what Gate Rope wrote. */
  private get isOwn(): boolean {
    return this.own.isOwn;
  }

  /** Whether words are not shown. */
  isHidden(look: RunLook, style: WrittenStyle | null, paragraph: WrittenStyle): boolean {
    return look.hidden ?? style?.run.hidden ?? paragraph.run.hidden ?? false;
  }

  /** `style` is that of the words themselves, where they name one. */
  of(look: RunLook, style: WrittenStyle | null, paragraph: WrittenStyle): readonly Mark[] {
    const isMade = style !== null && this.own.styleNamed(style) !== null;
    const named = style && !isMade ? ownEntry(MEANINGS, style.name.toLowerCase()) : undefined;
    const own = style && !named ? style : null;
    const around = own ? { ...paragraph.run, ...own.run } : paragraph.run;
    let set: readonly Mark[] = named ?? [];
    if (own && Object.keys(own.run).length > 0 && !isPartOfLinkedStyle(own, paragraph))
      set = this.inOwnStyle(own, set);
    const add = (mark: Mark) => (set = mark.addToSet(set));
    const says = (part: "bold" | "italic" | "underline" | "strike") =>
      Boolean(look[part]) && (this.isOwn || !around[part]);
    if (says("bold")) add(marks.strong.create());
    if (says("italic")) add(marks.emphasis.create());
    if (says("underline") && (this.isOwn || style?.name.toLowerCase() !== "hyperlink"))
      add(marks.underline.create());
    if (says("strike")) add(marks.strike.create());
    const vertical = look.vertical ?? (named ? undefined : own?.run.vertical);
    if (vertical === "superscript" || vertical === "subscript") add(marks[vertical].create());
    if (look.font && faceOf(look.font) === "mono" && (this.isOwn || faceOf(around.font) !== "mono"))
      add(marks.code.create());
    if (look.colour && look.colour !== "auto" && (this.isOwn || look.colour !== (around.colour ?? "auto"))) {
      if (!this.isOwn && isNearWhite(look.colour))
        this.dropped.add("words in white", "They are in the colour of the text now, to be seen on white.");
      else if (this.isOwn || !named || named.length > 0) add(marks.colour.create({ colour: look.colour }));
    }
    this.addSize(look, around, add);
    if (set.some((mark) => isMark(mark, "size", "colour")))
      this.dropped.add(
        "words with a size or colour set by hand",
        "They keep it; a style would set it everywhere at once.",
      );
    if (look.highlight)
      this.dropped.add("highlighted words", "The words are kept, without the colour behind them.");
    if (look.caps && !around.caps)
      this.dropped.add("words shown in capitals", "They are kept as they were typed.");
    const language = languageFrom(look.rightToLeft ? look.otherLanguage : look.language);
    if (language && language !== this.language && language !== "zxx")
      add(marks.language.create({ language }));
    return set;
  }

  private addSize(look: RunLook, around: RunLook, add: (mark: Mark) => void): void {
    const [size, usual] = [look.size, around.size ?? 10];
    if (!size || Math.abs(size - usual) < 0.25) return;
    const percent = Math.min(Math.max(hundredths(size, usual), SIZES.least), SIZES.most);
    if (percent !== 100) add(marks.size.create({ percent }));
  }

  private inOwnStyle(style: WrittenStyle, set: readonly Mark[]): readonly Mark[] {
    const id = this.met.named(this.own.styleNamed(style) ?? style.name, "words", () => ownLookOfWords(style));
    return id ? marks.word_style.create({ style: id }).addToSet(set) : set;
  }
}

/** A size in hundredths of another. Files know half points only: a round number that comes to the same is meant. */
function hundredths(size: number, of: number): number {
  const exact = (size / of) * 100;
  const meant = [25, 5]
    .map((step) => Math.round(exact / step) * step)
    .find((round) => Math.round((of * round) / 50) / 2 === size);
  return meant ?? Math.round(exact);
}

/** Whether a colour cannot be read on white: less than 1.5 to 1 (WCAG 2.2, contrast ratio). It stood on a ground of its own. */
function isNearWhite(colour: string): boolean {
  const [red, green, blue] = [1, 3, 5].map((at) => {
    const part = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 1.05 / (0.2126 * red! + 0.7152 * green! + 0.0722 * blue! + 0.05) < 1.5;
}

/** Programs keep a style of words beside many a style of paragraphs, and put it on words there; it says nothing new. */
function isPartOfLinkedStyle(words: WrittenStyle, paragraph: WrittenStyle): boolean {
  return words.name === `${paragraph.name} Char`;
}
