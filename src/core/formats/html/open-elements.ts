import type { Mark } from "prosemirror-model";
import { isMark, type Alignment } from "@/core/document";

/** A set of element names, from a list with spaces. */
export const elementNames = (list: string): ReadonlySet<string> => new Set(list.split(" "));

/** What ends an open paragraph (HTML, section 13.2.6.4.7). */
const ENDS_PARAGRAPH = elementNames(
  "address article aside blockquote center details dialog dl div fieldset figcaption figure footer form header hgroup hr main menu nav ol p pre search section summary table ul h1 h2 h3 h4 h5 h6",
);
/** What no end tag reaches through, but those of the table itself. */
const BORDERS = elementNames("table td th caption");
const TABLE_PARTS = elementNames("table td th caption tr tbody thead tfoot");
const NOTHING: ReadonlySet<string> = new Set();
const TABLE = elementNames("table");
const LIST_BORDERS = elementNames("ul ol menu dl table td th caption blockquote");
const LINK_BORDERS = elementNames("table td th caption p li");
export const HEADING = /^h([1-6])$/;
const MAX_MARKS = 100;

/** An element that is open. */
export interface OpenElement {
  readonly name: string;
  /** Marks that it puts on its words, and those in force inside it. */
  readonly own: readonly Mark[];
  marks: readonly Mark[];
  readonly kind: "block" | "inline" | "silent";
  readonly preformatted: boolean;
  readonly align: Alignment;
  readonly leave: (() => void) | null;
}

const ROOT: OpenElement = {
  name: "",
  own: [],
  marks: [],
  kind: "block",
  preformatted: false,
  align: null,
  leave: null,
};

/** What an element is opened with, beyond its name; the rest comes from the one around it. */
export type ElementTraits = Partial<Pick<OpenElement, "own" | "preformatted" | "align" | "leave">>;

/**
 * The elements of an HTML text that are open, as a stack of its own, so that no depth of nesting exhausts the machine's. End
 * tags that are missing or in the wrong order are made good as far as a document needs it.
 */
export class OpenElements {
  private open: OpenElement[] = [ROOT];
  /** How many of each name are open, so that nobody looks through a deep stack for what is not there. */
  private readonly counts = new Map<string, number>();

  get top(): OpenElement {
    return this.open[this.open.length - 1]!;
  }

  /** Opens an element. `fresh`: the marks around it do not hold inside. */
  push(name: string, kind: OpenElement["kind"], more: ElementTraits = {}, fresh = false): void {
    const parent = this.top;
    this.count(name, 1);
    const own = more.own ?? [];
    // A language holds for all that an element encloses, also for blocks.
    const inherited =
      !fresh || parent.marks.length === 0
        ? parent.marks
        : parent.marks.filter((mark) => isMark(mark, "language"));
    this.open.push({
      name,
      kind,
      own,
      marks: together(inherited, own),
      preformatted: more.preformatted ?? parent.preformatted,
      align: more.align === undefined ? parent.align : more.align,
      leave: more.leave ?? null,
    });
  }

  /** Closes all that is open. */
  closeAll(): void {
    this.closeTo(1);
  }

  private closeTo(length: number): void {
    while (this.open.length > length) {
      const element = this.open.pop()!;
      this.count(element.name, -1);
      element.leave?.();
    }
  }

  private count(name: string, by: 1 | -1): void {
    this.counts.set(name, (this.counts.get(name) ?? 0) + by);
  }

  private isOpen(name: string): boolean {
    return (this.counts.get(name) ?? 0) > 0;
  }

  /** Closes the innermost open element of some names, and what is open inside it. */
  private closeOpen(names: readonly string[], border: ReadonlySet<string>): void {
    if (!names.some((name) => this.isOpen(name))) return;
    for (let i = this.open.length - 1; i > 0; i--) {
      const { name } = this.open[i]!;
      if (names.includes(name)) return this.closeTo(i);
      if (border.has(name)) return;
    }
  }

  /** Takes an end tag. */
  end(name: string): void {
    const border = TABLE_PARTS.has(name) ? NOTHING : BORDERS;
    const isHeading = HEADING.test(name);
    if (!isHeading && !this.isOpen(name)) return;
    for (let i = this.open.length - 1; i > 0; i--) {
      const element = this.open[i]!;
      if (element.name === name || (isHeading && HEADING.test(element.name))) {
        // An inline element that ends outside the block it is in takes its marks away and leaves the block open.
        if (element.kind === "inline" && this.open.slice(i + 1).some((inner) => inner.kind === "block"))
          this.takeOut(i);
        else this.closeTo(i);
        return;
      }
      if (border.has(element.name) || (name === "table" && element.name === "")) return;
    }
  }

  private takeOut(at: number): void {
    const [element] = this.open.splice(at, 1);
    this.count(element!.name, -1);
    element!.leave?.();
    for (let i = at; i < this.open.length; i++) {
      const inner = this.open[i]!;
      inner.marks =
        inner.kind === "block" && inner.marks.length === inner.own.length
          ? inner.own
          : together(this.open[i - 1]!.marks, inner.own);
    }
  }

  /** Closes what a start tag ends before it begins. */
  endBefore(name: string): void {
    if (ENDS_PARAGRAPH.has(name)) this.closeOpen(["p"], BORDERS);
    if (HEADING.test(name)) {
      if (HEADING.test(this.top.name)) this.closeTo(this.open.length - 1);
    } else if (name === "li") this.closeOpen(["li"], LIST_BORDERS);
    else if (name === "dt" || name === "dd") this.closeOpen(["dt", "dd"], LIST_BORDERS);
    else if (name === "td" || name === "th") this.closeOpen(["td", "th"], TABLE);
    else if (name === "tr") this.closeOpen(["tr"], TABLE);
    else if (name === "tbody" || name === "thead" || name === "tfoot")
      this.closeOpen(["tbody", "thead", "tfoot"], TABLE);
    else if (name === "a") this.closeOpen(["a"], LINK_BORDERS);
  }
}

/** Marks that hold inside an element: those around it and its own, a mark only once. */
function together(around: readonly Mark[], own: readonly Mark[]): readonly Mark[] {
  if (own.length === 0) return around;
  const fresh = own.filter((mark) => !mark.isInSet(around));
  return fresh.length === 0 || around.length > MAX_MARKS ? around : [...around, ...fresh];
}
