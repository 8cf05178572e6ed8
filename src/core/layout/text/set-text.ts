import { directionOf, directionOfWords, type Direction, type BlockLook } from "@/core/document";
import type { Hyphenate, Resources } from "../resources";
import type { BreakPlaces } from "./break-table";
import { bestLines, fillLines, type LineEnds } from "./fit-lines";
import { fontPieces, objectBox, widthOf } from "./measure";
import { breakPlaces, divideWord } from "./places-to-break";
import type { Span, TextSource } from "./text-source";

/** How a text is set. Lengths are points. */
export interface Setting {
  readonly measure: number;
  /** What is kept free at the end of the last line. */
  readonly reserve?: number;
  readonly align: BlockLook["align"];
  readonly size: number;
  /** Height of a line as a multiple of the size. */
  readonly leading: number;
  readonly hyphenate: Hyphenate | null;
  /** How the document is read around it. */
  readonly direction?: Direction;
  /** Spaces and line ends as they are typed. */
  readonly code?: boolean;
}

/** How high a line is, and how far its base line lies below its top, in points. */
interface LineBox {
  readonly height: number;
  readonly baseline: number;
}

/** One line of a set text. Offsets are those of the text, lengths points. */
export class SetLine {
  /**
   * @param hyphen Whether a hyphen is put at its end.
   * @param last Ends at the text's end or at a line end of its own: not stretched.
   * @param box Shared by the lines of a text: a long document has a hundred thousand.
   */
  constructor(
    readonly from: number,
    readonly to: number,
    readonly hyphen: boolean,
    readonly width: number,
    readonly spaces: number,
    readonly last: boolean,
    private readonly box: LineBox,
  ) {}

  get height(): number {
    return this.box.height;
  }

  /** From the line's top to its base line. */
  get baseline(): number {
    return this.box.baseline;
  }
}

/** A text broken into lines. */
export interface SetText {
  readonly source: TextSource;
  readonly setting: Setting;
  readonly lines: readonly SetLine[];
  /** Read from right to left. */
  readonly rtl: boolean;
  /** Characters that no font has. */
  readonly missing: readonly string[];
}

/** A ragged line that would be left with a larger hole than this part of the measure has its next word divided. */
const HOLE = 0.18;

/** Breaks a text into lines. Takes time in step with the text; a text without words is one empty line. */
export function setText(source: TextSource, how: Setting, resources: Resources): SetText {
  const setting = shared(how);
  const ends = setting.code ? codeLines(source, setting, resources) : proseLines(source, setting, resources);
  return {
    source,
    setting,
    lines: ends,
    rtl: readRightToLeft(source, setting.direction),
    missing: missingCharacters(source, resources),
  };
}

/** The settings asked for last: nearly all texts of a document share a few. */
const lastSettings: Setting[] = [];
const MAX_SHARED = 8;

/** An equal setting that is there already, or this one. */
function shared(setting: Setting): Setting {
  for (let i = 0; i < lastSettings.length; i++) {
    const one = lastSettings[i]!;
    if (
      one.measure === setting.measure &&
      one.size === setting.size &&
      one.leading === setting.leading &&
      one.align === setting.align &&
      one.hyphenate === setting.hyphenate &&
      one.reserve === setting.reserve &&
      one.direction === setting.direction &&
      one.code === setting.code
    )
      return one;
  }
  if (lastSettings.length === MAX_SHARED) lastSettings.pop();
  lastSettings.unshift(setting);
  return setting;
}

/** A text on one line of its own, its spaces as they are; `width` is that of the text, in points. */
export function setOnOneLine(source: TextSource, width: number, size: number): SetText {
  const box = { height: size, baseline: 0 };
  return {
    source,
    setting: { measure: width, align: "left", size, leading: 1, hyphenate: null },
    lines: [new SetLine(0, source.text.length, false, width, 0, true, box)],
    rtl: readRightToLeft(source),
    missing: [],
  };
}

/** As the language that all of its words are marked with is read, else as its letters are. */
function readRightToLeft({ text, spans }: TextSource, document: Direction = "ltr"): boolean {
  const marked = spans[0]?.style.language ?? null;
  if (marked !== null && spans.every(({ style }) => style.language === marked))
    return directionOf(marked) === "rtl";
  return directionOfWords(text, document) === "rtl";
}

function proseLines(source: TextSource, setting: Setting, resources: Resources): SetLine[] {
  const places = breakPlaces(source, resources, null);
  const ends = lineEnds(places, source, setting, resources);
  return linesAt(places, ends, source, setting, resources);
}

/** Chooses the ends of the lines; breaks the text again into `places`, which is one table for all texts, where words are divided. */
function lineEnds(places: BreakPlaces, source: TextSource, setting: Setting, resources: Resources): LineEnds {
  const { measure, reserve = 0, align, hyphenate } = setting;
  // Generated lines with something at their end: broken as if all were as long as the last.
  if (reserve > 0) return fillLines(places, measure - reserve, 1, null);
  if (places.end[places.count - 1]! <= measure && !places.anyForced) return [places.count - 1];
  if (align === "justify") {
    const space = widthOf(" ", source.spans[0]!, resources);
    const whole = bestLines(places, measure, space, 1);
    if (whole) return whole;
    breakPlaces(source, resources, hyphenate);
    const divided = bestLines(places, measure, space, 1.6) ?? bestLines(places, measure, space, 8);
    if (divided) return divided;
    breakPlaces(source, resources, null);
    return fillLines(places, measure, 1, null);
  }
  const divide = hyphenate && ((place: number) => divideWord(place, source, resources, hyphenate));
  return fillLines(places, measure, HOLE, divide);
}

function linesAt(
  places: BreakPlaces,
  ends: LineEnds,
  source: TextSource,
  setting: Setting,
  resources: Resources,
): SetLine[] {
  // Exactly as long as it has to be: what grows keeps room for more.
  const lines = new Array<SetLine>(ends.length);
  let count = 0;
  const even = isEven(source.spans, setting.size) ? evenBox(source.spans[0]!, setting, resources) : null;
  let from = 0;
  let x = 0;
  let spacesBefore = 0;
  for (let i = 0; i < ends.length; i++) {
    const end = ends[i]!;
    const to = places.to[end]!;
    const width = places.end[end]! - x + places.hyphen[end]!;
    const last = i === ends.length - 1 || places.forced[end] === 1;
    const spaces = places.spacesEnd[end]! - spacesBefore;
    if (width > setting.measure + 0.5 && spaces === 0 && to - from > 1)
      for (const part of letters(source, from, to, setting.measure, resources)) {
        const box = even ?? lineHeight(source, part.from, part.to, setting, resources);
        lines[count++] = new SetLine(part.from, part.to, false, part.width, 0, part.to === to && last, box);
      }
    else {
      const box = even ?? lineHeight(source, from, to, setting, resources);
      lines[count++] = new SetLine(from, to, places.hyphen[end]! > 0, width, spaces, last, box);
    }
    from = places.from[end]!;
    x = places.next[end]!;
    spacesBefore = places.spacesNext[end]!;
  }
  return lines;
}

/** The box of lines that hold nothing larger than their text; one object for all that are alike. */
function evenBox(span: Span, setting: Setting, resources: Resources): LineBox {
  const height = setting.size * setting.leading;
  const baseline = baselineOf(span, setting, resources);
  let known = boxes.get(height);
  if (known?.baseline !== baseline) boxes.set(height, (known = { height, baseline }));
  return known;
}
/** By height; the one that was asked for last. */
const boxes = new Map<number, LineBox>();

/** A word that is wider than its line, in lines of as many letters as fit. Letters stay whole with their marks. */
function letters(source: TextSource, from: number, to: number, room: number, resources: Resources) {
  const parts: { from: number; to: number; width: number }[] = [];
  let start = from;
  let width = 0;
  let span = source.spans.findIndex((it) => it.to > from);
  for (const { segment, index } of new Intl.Segmenter().segment(source.text.slice(from, to))) {
    const at = from + index;
    while (span < source.spans.length - 1 && source.spans[span]!.to <= at) span++;
    const own = widthOf(segment, source.spans[span]!, resources);
    if (width + own > room && at > start) {
      parts.push({ from: start, to: at, width });
      start = at;
      width = 0;
    }
    width += own;
  }
  parts.push({ from: start, to, width });
  return parts;
}

/** Code keeps its lines; what is too long goes on in the next. */
function codeLines(source: TextSource, setting: Setting, resources: Resources): SetLine[] {
  const lines: SetLine[] = [];
  const span = source.spans[0]!;
  const box = evenBox(span, setting, resources);
  let from = 0;
  for (const typed of source.text.split("\n")) {
    const to = from + typed.length;
    const parts =
      typed === "" ? [{ from, to, width: 0 }] : letters(source, from, to, setting.measure, resources);
    for (const part of parts) lines.push(new SetLine(part.from, part.to, false, part.width, 0, true, box));
    from = to + 1;
  }
  return lines;
}

function isEven(spans: readonly Span[], size: number): boolean {
  return spans.every((span) => !span.object && span.style.size <= size);
}

/** The base line of words in a line of a height (CSS 2.2, 10.8.1: half of the leading above, half below). */
function baselineOf({ style }: Span, { size, leading }: Setting, resources: Resources): number {
  const table = resources.font(style.font);
  const ascent = (table?.ascent ?? 0.95) * size;
  const descent = -(table?.descent ?? -0.25) * size;
  return (size * leading - ascent - descent) / 2 + ascent;
}

/** A line is as high as its largest words and equations need. */
function lineHeight(
  source: TextSource,
  from: number,
  to: number,
  setting: Setting,
  resources: Resources,
): LineBox {
  let above = baselineOf(source.spans[0]!, setting, resources);
  let below = setting.size * setting.leading - above;
  for (const span of source.spans) {
    if (span.to <= from || span.from >= to) continue;
    if (span.object) {
      const drawn = objectBox(span.object, span.style.size, resources);
      above = Math.max(above, drawn.height + 2);
      below = Math.max(below, drawn.depth + 2);
    } else if (span.style.size > setting.size) {
      const own = { ...setting, size: span.style.size };
      const base = baselineOf(span, own, resources);
      above = Math.max(above, base);
      below = Math.max(below, own.size * own.leading - base);
    }
  }
  return { height: above + below, baseline: above };
}

const COMMON = /^[\u0020-\u007e\u00a0-\u017f\u2013-\u2026\n]*$/;

function missingCharacters(source: TextSource, resources: Resources): readonly string[] {
  if (COMMON.test(source.text)) return NONE;
  const missing = new Set<string>();
  for (const span of source.spans) {
    if (span.object) continue;
    const words = source.text.slice(span.from, span.to);
    if (COMMON.test(words)) continue;
    for (const piece of fontPieces(words.replace(/[\n\t]/g, " "), span.style.font, resources))
      if (piece.missing) missing.add(words.slice(piece.from, piece.to));
  }
  return [...missing];
}
const NONE: readonly string[] = [];
