import type { DrawnLink, DrawnShapes, DrawnWords, FontKey, PageDrawing, Tag } from "@/core/layout";
import { fillColour, hundredths, num, strokeColour, text } from "./pdf-syntax";
import type { PdfFont } from "./pdf-font";

/** What the content of a page needs of the file it is in. */
export interface PageContext {
  font(key: FontKey): PdfFont | null;
  /** The name of a picture on this page, or null where it cannot be shown. */
  picture(name: string): string | null;
  shaped(item: DrawnWords): string | null;
  /** A mark for words of a part of the structure on this page; null where the file has no structure. */
  mark: ((tag: Tag) => number) | null;
  /** The part of the structure that a link is. */
  linkTag(link: DrawnLink): Tag;
}

/** Scripts of India and of Thailand and Laos, whose signs are drawn in another order than they are written, or over each other. */
const REORDERED = /[\u0900-\u0eff]/;

/**
 * The content stream of a page (ISO 32000-2, 8 and 9). The page's matrix has turned y downwards already, so that places are those
 * of the drawing and words are turned back.
 */
export function pageContent(drawing: PageDrawing, context: PageContext): string {
  const out: string[] = [];
  let open: Tag | null | undefined;
  let inText = false;
  /** Where the last words of the open text begin, in hundredths of a point; from there the next are told. */
  let line: { readonly x: number; readonly y: number } | null = null;
  let font = "";
  let colour = "";
  const endText = () => {
    if (inText) out.push("ET");
    inText = false;
    line = null;
  };
  const enter = (tag: Tag | null) => {
    if (open === tag) return;
    endText();
    if (open !== undefined) out.push("EMC");
    open = tag;
    if (tag && context.mark) out.push(`/${tag.role} <</MCID ${context.mark(tag)}>> BDC`);
    else out.push("/Artifact BMC");
  };
  const words = (item: DrawnWords) => {
    const own = context.font(item.font);
    if (!own) return;
    if (!inText) {
      out.push("BT");
      inText = true;
    }
    const chosen = `/${own.id} ${num(item.size)} Tf`;
    if (chosen !== font) out.push((font = chosen));
    const filled = fillColour(item.colour);
    if (filled !== colour) out.push((colour = filled));
    const shown =
      context.shaped(item) ??
      (item.soft
        ? own.softHyphen()
        : own.show(item.rtl ? [...item.text].reverse().join("") : item.text, item.extra / item.size));
    const at = { x: Math.round(item.x * 100), y: Math.round(item.y * 100) };
    // Where vowels are drawn before the letters behind which they are written, who copies the words gets these as they are written.
    const reordered = item.shaped && REORDERED.test(item.text);
    if (reordered) out.push(`/Span <</ActualText${text(item.text)}>> BDC`);
    out.push(
      line
        ? `${hundredths(at.x - line.x)} ${hundredths(line.y - at.y)} Td`
        : `1 0 0 -1 ${hundredths(at.x)} ${hundredths(at.y)} Tm`,
      `[${shown}${item.spaceAfter ? own.show(" ", 0) : ""}] TJ`,
    );
    if (reordered) out.push("EMC");
    line = at;
  };
  for (const item of drawing.items) {
    switch (item.kind) {
      case "words":
        enter(tagOf(item, drawing, context));
        if (item.missing) {
          endText();
          out.push(missing(item));
        } else words(item);
        break;
      case "shapes":
        enter(tagOf(item, drawing, context));
        endText();
        out.push(shapes(item));
        break;
      case "picture": {
        const name = context.picture(item.name);
        if (!name) break;
        const link = item.link >= 0 ? drawing.links[item.link] : undefined;
        const within = link && context.linkTag(link);
        enter(within ? (item.tag ? { ...item.tag, parent: within } : within) : item.tag);
        endText();
        const { x, y, width, height } = item;
        out.push(`q ${num(width)} 0 0 ${num(-height)} ${num(x)} ${num(y + height)} cm /${name} Do Q`);
        break;
      }
      case "stroke":
        enter(null);
        endText();
        out.push(
          `q ${strokeColour(item.colour)} ${num(item.width)} w ${item.dotted ? "[0.6 2.4] 0 d " : ""}${num(item.x)} ${num(item.y)} m ${num(item.toX)} ${num(item.toY)} l S Q`,
        );
        break;
      case "fill":
        enter(null);
        endText();
        out.push(
          `q ${fillColour(item.colour)} ${num(item.x)} ${num(item.y)} ${num(item.width)} ${num(item.height)} re f Q`,
        );
    }
  }
  endText();
  if (open !== undefined) out.push("EMC");
  return out.join("\n");
}

function tagOf(item: DrawnWords | DrawnShapes, drawing: PageDrawing, context: PageContext): Tag | null {
  const link = item.link >= 0 ? drawing.links[item.link] : undefined;
  return link ? context.linkTag(link) : item.tag;
}

/** A frame for a character that no font has, which is read as that sign. */
function missing({ x, y, size, width, colour, text: character }: DrawnWords): string {
  const hex = [...character]
    .map((it) => it.codePointAt(0)!)
    .map((code) => hexOf(code))
    .join("");
  return `/Span <</ActualText <feff${hex}>>> BDC q ${strokeColour(colour)} 0.5 w ${num(x + size * 0.08)} ${num(y - size * 0.7)} ${num(width - size * 0.16)} ${num(size * 0.7)} re S Q EMC`;
}

function hexOf(code: number): string {
  const units =
    code > 0xffff ? [0xd800 + ((code - 0x10000) >> 10), 0xdc00 + ((code - 0x10000) & 0x3ff)] : [code];
  return units.map((unit) => unit.toString(16).padStart(4, "0")).join("");
}

/** An equation: its outlines, filled. */
function shapes({ x, y, size, colour, outlines }: DrawnShapes): string {
  const parts = [`q ${fillColour(colour)} ${num(size)} 0 0 ${num(-size)} ${num(x)} ${num(y)} cm`];
  for (const { path, matrix } of outlines.shapes) {
    const operators = pathOperators(path);
    if (operators) parts.push(`q ${matrix.map(fine).join(" ")} cm ${operators} f Q`);
  }
  return [...parts, "Q"].join("\n");
}

const fine = (value: number) => String(Math.round(value * 1e6) / 1e6);

/** SVG path data as PDF's operators; what equations use of it: straight lines, and curves of the second and third degree. */
export function pathOperators(path: string): string {
  const out: string[] = [];
  let [x, y, startX, startY, controlX, controlY] = [0, 0, 0, 0, 0, 0];
  let last = "";
  for (const [, command, rest] of path.matchAll(/([a-zA-Z])([^a-zA-Z]*)/g)) {
    const values = (rest!.match(/-?\d*\.?\d+(?:e-?\d+)?/gi) ?? []).map(Number);
    const relative = command === command!.toLowerCase();
    const kind = command!.toUpperCase();
    const size = SIZES[kind] ?? 0;
    let at = 0;
    do {
      const v = values.slice(at, at + size);
      at += Math.max(1, size);
      const [dx, dy] = relative ? [x, y] : [0, 0];
      switch (at > Math.max(1, size) && kind === "M" ? "L" : kind) {
        case "M":
          [x, y] = [v[0]! + dx, v[1]! + dy];
          [startX, startY] = [x, y];
          out.push(`${num(x)} ${num(y)} m`);
          break;
        case "L":
          [x, y] = [v[0]! + dx, v[1]! + dy];
          out.push(`${num(x)} ${num(y)} l`);
          break;
        case "H":
          x = v[0]! + dx;
          out.push(`${num(x)} ${num(y)} l`);
          break;
        case "V":
          y = v[0]! + dy;
          out.push(`${num(x)} ${num(y)} l`);
          break;
        case "C": {
          out.push(
            `${num(v[0]! + dx)} ${num(v[1]! + dy)} ${num(v[2]! + dx)} ${num(v[3]! + dy)} ${num(v[4]! + dx)} ${num(v[5]! + dy)} c`,
          );
          [x, y] = [v[4]! + dx, v[5]! + dy];
          break;
        }
        case "Q":
        case "T": {
          // A smooth curve goes on in the direction of the one before.
          if (kind === "Q") [controlX, controlY] = [v[0]! + dx, v[1]! + dy];
          else [controlX, controlY] = /[QT]/.test(last) ? [2 * x - controlX, 2 * y - controlY] : [x, y];
          const [endX, endY] = kind === "Q" ? [v[2]! + dx, v[3]! + dy] : [v[0]! + dx, v[1]! + dy];
          const third = (from: number, to: number) => num(from + (2 / 3) * (to - from));
          out.push(
            `${third(x, controlX)} ${third(y, controlY)} ${third(endX, controlX)} ${third(endY, controlY)} ${num(endX)} ${num(endY)} c`,
          );
          [x, y] = [endX, endY];
          break;
        }
        case "Z":
          out.push("h");
          [x, y] = [startX, startY];
      }
      last = kind;
    } while (at < values.length);
  }
  return out.join(" ");
}

const SIZES: Readonly<Record<string, number>> = { M: 2, L: 2, H: 1, V: 1, C: 6, Q: 4, T: 2, Z: 0 };
