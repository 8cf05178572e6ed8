import type { DocumentBuilder } from "../intake/document-builder";
import { countOf, type Numbering } from "./numbering";

interface OpenList {
  readonly kind: "bullet_list" | "ordered_list";
  readonly pattern: string;
  readonly level: number;
  /** How far in the words of its items stand, in points. */
  readonly indent: number;
}

/**
 * The lists that are open where paragraphs name the list and level they belong to: a file has no lists, only counted paragraphs. Counts go on
 * as they do in the file: a list that was interrupted goes on, and a level begins anew below the next of an outer one.
 */
export class ListStack {
  private open: OpenList[] = [];
  /** How far each pattern has counted, by level. */
  private readonly counts = new Map<string, number[]>();
  private readonly restarted = new Set<string>();
  /** The pattern of the last list that counted between blocks. */
  private last: string | null = null;
  /** Whether the list that opens next goes on counting, whatever was counted before it. */
  continuesNext = false;

  constructor(
    private readonly builder: DocumentBuilder,
    /** Whether Gate Rope wrote the file. */
    private readonly isOwn: boolean,
  ) {}

  get depth(): number {
    return this.open.length;
  }

  /** The level of the innermost item that is open; -1 for none. */
  get level(): number {
    return this.open.at(-1)?.level ?? -1;
  }

  /** Opens the item in which a paragraph stands. `id` is the list as paragraphs name it. */
  openItem(id: string, list: Numbering, level: number): void {
    const at = list.levels[level]!;
    const kind = at.numerals === null ? "bullet_list" : "ordered_list";
    const begins = list.restarts.has(level) && !this.restarted.has(`${id} ${level}`);
    const number = this.count(id, list, level);
    this.closeDownTo(level);
    const top = this.open.at(-1);
    if (
      top?.level === level &&
      (begins ||
        top.pattern !== list.pattern ||
        top.kind !== kind ||
        (kind === "ordered_list" && number === at.start))
    )
      this.closeOne();
    const beside = this.open.at(-1);
    if (beside?.level === level) this.builder.closeContainer("list_item");
    else {
      const attributes = kind === "ordered_list" ? this.attributesOf(list, level, number) : {};
      this.builder.openContainer(kind, attributes);
      this.open.push({ kind, pattern: list.pattern, level, indent: at.indent });
    }
    this.builder.openContainer("list_item");
  }

  private attributesOf(list: Numbering, level: number, number: number) {
    const at = list.levels[level]!;
    const count = countOf(at, level, this.isOwn);
    if (this.continuesNext) {
      this.continuesNext = false;
      return { ...count, start: 1, continues: true };
    }
    if (number === at.start) return count;
    return this.open.length === 0 && this.last === list.pattern
      ? { ...count, start: 1, continues: true }
      : { ...count, start: number };
  }

  /** The number of the next paragraph of a level. */
  private count(id: string, list: Numbering, level: number): number {
    const counts = this.counts.get(list.pattern) ?? [];
    this.counts.set(list.pattern, counts);
    const key = `${id} ${level}`;
    if (list.restarts.has(level) && !this.restarted.has(key)) {
      this.restarted.add(key);
      counts.length = Math.min(counts.length, level);
    }
    const start = list.levels[level]!.start;
    const number = counts[level] === undefined ? start : counts[level] + 1;
    for (let outer = 0; outer < level; outer++) counts[outer] ??= list.levels[outer]!.start;
    counts[level] = number;
    counts.length = level + 1;
    return number;
  }

  /** Closes the lists below an item, so that a further paragraph stands in that item. */
  closeDownTo(level: number): void {
    while (this.level > level) this.closeOne();
  }

  /** A paragraph that is not counted goes on in the item under whose words it stands; else it stands behind all lists. */
  stayOrLeave(indent: number): void {
    const level = this.open.findLast((list) => list.indent > 0 && indent >= list.indent - 1)?.level;
    if (level === undefined) this.closeAll();
    else this.closeDownTo(level);
  }

  closeAll(): void {
    while (this.open.length > 0) this.closeOne();
  }

  private closeOne(): void {
    const { kind, pattern } = this.open.pop()!;
    this.builder.closeContainer("list_item");
    this.builder.closeContainer(kind);
    if (this.open.length === 0 && kind === "ordered_list") this.last = pattern;
  }

  /** Runs something in which other lists stand, as in a cell: those that are open go on behind it. */
  apart(run: () => void): void {
    const before = this.open;
    this.open = [];
    run();
    this.closeAll();
    this.open = before;
  }
}
