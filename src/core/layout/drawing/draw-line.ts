import { idOf, RIGHT_TO_LEFT } from "@/core/document";
import bidiFactory from "bidi-js";
import type { Tag } from "../flow";
import { fontPieces, objectBox, pieceWidth, PICTURE_DEPTH, widthOfWords } from "../text/measure";
import type { SetText } from "../text/set-text";
import type { LineObject, Span, TextSource } from "../text/text-source";
import type { TextStyle } from "../text/text-style";
import type { DrawnTarget, DrawnWords } from "./page-drawing";
import type { Pen } from "./pen";

const bidi = bidiFactory();

/** The level of words that are read from the left among those that are read from the right. */
const LEFT_TO_RIGHT = 2;

/** Signs without a direction of their own as they stand among words that are read from the right: the last first, brackets turned round. */
function asRead(characters: string): string {
  return [...characters]
    .reverse()
    .map((character) => bidi.getMirroredCharacter(character) ?? character)
    .join("");
}

/** A stretch of a line that one span sets and that is read in one direction. */
interface Run {
  readonly from: number;
  readonly to: number;
  readonly span: Span;
  readonly rtl: boolean;
}

/** Words while they are being drawn. */
type Words = { -readonly [Part in keyof DrawnWords]: DrawnWords[Part] };

/**
 * Draws one line of a set text.
 * @param left The left edge of the text; `top` the top of the line.
 * @param link Where the whole line leads, for generated text.
 */
export function drawLine(
  text: SetText,
  number: number,
  left: number,
  top: number,
  tag: Tag | null,
  pen: Pen,
  link: DrawnTarget | null = null,
  linkKey = "",
): void {
  const { source, setting } = text;
  const line = text.lines[number]!;
  const free = setting.measure - line.width;
  const { align } = setting;
  const stretch = align === "justify" && !line.last && line.spaces > 0 ? free / line.spaces : 0;
  const toRight = text.rtl ? align === "left" || align === "justify" : align === "right";
  const toLeft = text.rtl && align === "right";
  let x = left;
  if (align === "center") x += free / 2;
  else if (toRight && !toLeft && stretch === 0) x += free;
  const base = top + line.baseline;
  const runs = runsOf(text, line.from, line.to);
  // What was measured when the line was broken is not measured again.
  const known = runs.length === 1 && !line.hyphen ? line.width : null;
  const drawn: { last: Words | null } = { last: null };
  for (const run of runs) x += drawRun(run, x);
  // A space that the line's end stands for, so that words do not run together where text is taken out.
  if (drawn.last && !line.hyphen && !line.last && /\s/.test(source.text[line.to] ?? ""))
    drawn.last.spaceAfter = true;
  if (line.hyphen) {
    const { style } = source.spans.findLast((span) => span.from < line.to)!;
    const width = pen.resources.font(style.font)?.widthOf("-") ?? 0.3;
    pen.draw({ ...wordsOf("-", style, x, width * style.size), soft: true });
  }

  function wordsOf(words: string, style: TextStyle, at: number, width: number): Words {
    return {
      kind: "words",
      x: at,
      y: base - style.rise,
      text: words,
      font: style.font,
      size: style.size,
      colour: style.colour,
      extra: stretch,
      width,
      rtl: false,
      shaped: false,
      missing: false,
      tag: style.language === null ? tag : spokenTag(tag, style.language),
      link: -1,
      spaceAfter: false,
    };
  }

  function drawRun({ from, to, span, rtl }: Run, at: number): number {
    const words = source.text.slice(from, to).replace(/[\t\n]/g, " ");
    const { style } = span;
    const spaces = stretch === 0 ? 0 : words.split(" ").length - 1;
    const width = (known ?? widthOfWords(words, span, pen.resources)) + spaces * stretch;
    if (words === "") return 0;
    const target = link ?? style.link ?? (span.note ? noteTarget(span) : null);
    let linked = -1;
    if (target) {
      const above = Math.max(
        style.size * 0.85,
        span.object ? objectBox(span.object, style.size, pen.resources).height : 0,
      );
      const box = { x: at, y: base - style.rise - above, width, height: above + style.size * 0.27 };
      const key = link ? linkKey : `${linkNumber(span, source)} ${keyOf(text)}`;
      linked = pen.link(target, spoken(span) ?? words, box, tag, key, from);
    }
    if (span.object) {
      drawObject(span.object, style, at, linked);
      return width;
    }
    if (style.link && style.look === "button") drawButton(style, at, width);
    let offset = at;
    const pieces = fontPieces(words, style.font, pen.resources);
    for (const piece of rtl ? [...pieces].reverse() : pieces) {
      const own = words.slice(piece.from, piece.to);
      const ownSpaces = stretch === 0 ? 0 : own.split(" ").length - 1;
      const wide =
        pieces.length === 1
          ? width
          : pieceWidth(own, piece, pen.resources) * style.size + ownSpaces * stretch;
      const turned = rtl && !RIGHT_TO_LEFT.test(own);
      const last = wordsOf(turned ? asRead(own) : own, style, offset, wide);
      last.font = piece.font;
      last.rtl = rtl && !turned;
      last.shaped = piece.shaped;
      last.missing = piece.missing;
      last.link = linked;
      drawn.last = last;
      pen.draw(last);
      offset += wide;
    }
    const thin = Math.max(0.4, style.size * 0.05);
    const strokeAt = (y: number) =>
      pen.draw({
        kind: "stroke",
        x: at,
        y,
        toX: at + width,
        toY: y,
        width: thin,
        colour: style.link ? LINK_LINE : style.colour,
      });
    if (style.underline) strokeAt(base - style.rise + style.size * 0.16);
    if (style.strike) strokeAt(base - style.rise - style.size * 0.28);
    return width;
  }

  /** The ground of a link that looks like a button, between two lines. */
  function drawButton({ size, rise }: TextStyle, at: number, width: number): void {
    const [upper, lower] = [base - rise - size * 0.92, base - rise + size * 0.3];
    pen.draw({ kind: "fill", x: at, y: upper, width, height: lower - upper, colour: BUTTON });
    for (const y of [upper, lower])
      pen.draw({ kind: "stroke", x: at, y, toX: at + width, toY: y, width: 0.5, colour: LINK_LINE });
  }

  function drawObject(
    object: LineObject,
    { size, colour, rise }: TextStyle,
    at: number,
    linked: number,
  ): void {
    if (object.kind === "picture") {
      const { name, width, height, alt } = object;
      const y = base - rise + size * PICTURE_DEPTH - height;
      pen.draw({
        kind: "picture",
        name,
        x: at,
        y,
        width,
        height,
        tag: alt ? { role: "Figure", parent: tag, alt } : null,
        link: linked,
      });
      return;
    }
    const outlines = pen.resources.equation(object.tex, false);
    if (!outlines || outlines === "faulty") return;
    pen.draw({
      kind: "shapes",
      tex: object.tex,
      display: false,
      x: at,
      y: base - rise,
      size,
      colour,
      outlines,
      tag: { role: "Formula", parent: tag, alt: object.tex },
      link: linked,
    });
  }
}

/** The line below a link, and the border of a button. */
export const LINK_LINE = "#b08a57";
/** The ground of a button. */
export const BUTTON = "#f4efe4";

const spokenTags = new WeakMap<Tag, Map<string, Tag>>();

/** The part of the structure for words of a part that are in another language; the same for all of one part. */
function spokenTag(tag: Tag | null, language: string): Tag | null {
  if (!tag) return null;
  let known = spokenTags.get(tag);
  if (!known) spokenTags.set(tag, (known = new Map()));
  let spoken = known.get(language);
  if (!spoken) known.set(language, (spoken = { role: "Span", parent: tag, language }));
  return spoken;
}

/** What is read of something in a line that is no words; null for words. */
function spoken({ object }: Span): string | null {
  return object ? (object.kind === "equation" ? object.tex : "") : null;
}

/** The sign of a footnote leads to its words. */
function noteTarget(span: Span): DrawnTarget | null {
  const id = idOf(span.note!.node);
  return id ? { kind: "note", id } : null;
}

/** Which link of its text a span belongs to: one goes on where the span before leads to the same place. */
function linkNumber(span: Span, source: TextSource): number {
  let numbers = linkNumbers.get(source);
  if (!numbers) {
    linkNumbers.set(source, (numbers = new Map()));
    let number = 0;
    source.spans.forEach((own, i) => {
      const before = source.spans[i - 1];
      const goesOn =
        before?.style.link &&
        own.style.link &&
        JSON.stringify(before.style.link) === JSON.stringify(own.style.link);
      if (!goesOn) number++;
      numbers!.set(own, number);
    });
  }
  return numbers.get(span)!;
}
const linkNumbers = new WeakMap<TextSource, Map<Span, number>>();

const keys = new WeakMap<SetText, number>();
let nextKey = 0;
/** A number of its own for each text that is set: what parts links of one text from those of another. */
export function keyOf(text: SetText): number {
  if (!keys.has(text)) keys.set(text, nextKey++);
  return keys.get(text)!;
}

/** The stretches of a line from left to right (Unicode Standard Annex 9, where something is read from right to left). */
function runsOf(text: SetText, from: number, to: number): Run[] {
  const { source, rtl } = text;
  const runs: Run[] = [];
  const mixed = rtl || RIGHT_TO_LEFT.test(source.text.slice(from, to));
  const levels = mixed ? bidi.getEmbeddingLevels(source.text, rtl ? "rtl" : "ltr").levels : null;
  // What is code stands as it is written, brackets at its end too, as if it were isolated (UAX #9, 2.1).
  if (levels && rtl)
    for (const { from: start, to: stop, style } of source.spans)
      if (style.font.startsWith("mono")) levels.fill(LEFT_TO_RIGHT, start, stop);
  for (const span of source.spans) {
    const end = Math.min(to, span.to);
    for (let at = Math.max(from, span.from); at < end;) {
      let next = end;
      if (levels) {
        next = at + 1;
        while (next < end && levels[next] === levels[at]) next++;
      }
      runs.push({ from: at, to: next, span, rtl: levels ? levels[at]! % 2 === 1 : false });
      at = next;
    }
  }
  return levels ? reordered(runs, levels) : runs;
}

/** Rule L2: from the highest level down, what lies at that level or above is reversed. */
function reordered(runs: Run[], levels: Uint8Array): Run[] {
  const ordered = [...runs];
  const highest = ordered.reduce((most, run) => Math.max(most, levels[run.from]!), 0);
  for (let level = highest; level >= 1; level--)
    for (let i = 0; i < ordered.length; i++) {
      let end = i;
      while (end < ordered.length && levels[ordered[end]!.from]! >= level) end++;
      if (end > i) ordered.splice(i, end - i, ...ordered.slice(i, end).reverse());
      i = Math.max(i, end);
    }
  return ordered;
}
