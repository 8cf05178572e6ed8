import { DOMSerializer, type DOMOutputSpec, type Node } from "prosemirror-model";
import { Decoration } from "prosemirror-view";
import {
  blockPlaceOf,
  noteNumber,
  startsInside,
  summarise,
  type BlockPlace,
  type DocumentIndex,
  type NotePiece,
} from "@/core/index";
import type { Computed } from "@/core/compute";
import {
  blockDirection,
  documentDirection,
  idOf,
  isKind,
  namedWithin,
  settingsOf,
  type Direction,
} from "@/core/document";
import { referenceWords, targetKey, type BrokenTargets } from "@/core/links";
import { type PageNumbers } from "@/core/index";
import { inBrief, returnLinks, type ReturnLink, type WayOn } from "@/core/wayfinding";
import type { DocumentChange } from "../parts/document-change";
import type { MadeWords } from "../node-views/made-words-view";
import type { BlockDecoration } from "../plugins/block-decoration";
import type { BlockDecorations } from "./chunk-decorations";
import { heapDecorations } from "./heap-decorations";

/**
 * What a document does not hold but shows: return links after their sections, broken links, the gates of bookmarks
 * in the margin, the numbers of headings, captions and notes. The same object from version to version while nothing changed but words.
 */
export class DocumentDecorations implements BlockDecorations {
  private readonly known = new WeakMap<Node, readonly BlockDecoration[]>();

  private constructor(
    private index: DocumentIndex,
    private readonly bookmarked: ReadonlyMap<string, string>,
    private readonly returns: ReadonlyMap<string, ReturnLink>,
    private readonly labels: ReadonlyMap<string, string>,
    private readonly starts: ReadonlyMap<string, number>,
    private readonly references: ReadonlyMap<string, string>,
    private readonly broken: BrokenTargets,
    private readonly computed: ReadonlyMap<string, Computed>,
    private readonly follow: (way: WayOn) => void,
  ) {}

  static of(
    index: DocumentIndex,
    { broken, pages, computed }: DrawnWith,
    follow: (way: WayOn) => void,
  ): DocumentDecorations {
    return new DocumentDecorations(
      index,
      bookmarkedBlocks(index),
      returnsOf(index),
      labelsOf(index),
      index.listStarts,
      referencesOf(index, pages),
      broken,
      computed,
      follow,
    );
  }

  /** The signs of a later version; this object where they are the same for every block that stayed. */
  after(
    index: DocumentIndex,
    { broken, pages, computed }: DrawnWith,
    change: DocumentChange | null,
  ): DocumentDecorations {
    const structure = change?.structure ?? false;
    const marks = structure || this.index.registry !== index.registry || (change?.bookmarks ?? false);
    const bookmarked = marks ? same(this.bookmarked, bookmarkedBlocks(index)) : this.bookmarked;
    const rule = settingsOf(this.index.doc).returns !== settingsOf(index.doc).returns;
    const returns = structure || rule ? same(this.returns, returnsOf(index), sameReturn) : this.returns;
    const counted =
      structure ||
      (change?.notes ?? false) ||
      settingsOf(this.index.doc).styles !== settingsOf(index.doc).styles;
    const labels = counted ? same(this.labels, labelsOf(index)) : this.labels;
    const starts = same(this.starts, index.listStarts);
    // Without a change pages may have moved.
    const worded = change === null || counted || marks || change.places || change.links || change.markedWords;
    const references = worded ? same(this.references, referencesOf(index, pages)) : this.references;
    const turned = documentDirection(this.index.doc) !== documentDirection(index.doc);
    const all =
      !turned &&
      labels === this.labels &&
      starts === this.starts &&
      bookmarked === this.bookmarked &&
      returns === this.returns &&
      references === this.references;
    if (all && broken === this.broken && computed === this.computed) {
      this.index = index;
      return this;
    }
    return new DocumentDecorations(
      index,
      bookmarked,
      returns,
      labels,
      starts,
      references,
      broken,
      computed,
      this.follow,
    );
  }

  private get direction(): Direction {
    return documentDirection(this.index.doc);
  }

  of(block: Node): readonly BlockDecoration[] {
    let decorations = this.known.get(block);
    if (!decorations) this.known.set(block, (decorations = this.read(block)));
    return decorations;
  }

  private read(block: Node): readonly BlockDecoration[] {
    const id = idOf(block)!;
    const size = block.nodeSize;
    const decorations: BlockDecoration[] = [];
    const known = this.labels.get(id);
    const label = known?.split("\n")[0];
    if (label) decorations.push(labelDecoration(label, block, 0, size));
    const start = this.starts.get(id);
    if (start !== undefined) decorations.push(startDecoration(start, 0, size));
    for (const list of startsInside(block)) decorations.push(startDecoration(list.start, list.from, list.to));
    const [, , ...inner] = known?.split("\n") ?? [];
    if (inner.length > 0)
      namedWithin(block).forEach(({ node, offset }, i) => {
        if (inner[i]) decorations.push(labelDecoration(inner[i], node, offset, offset + node.nodeSize));
      });
    const { notes } = summarise(block);
    if (notes.length > 0) decorations.push(...noteDecorations(notes, known));
    const worded = this.references.get(id);
    if (worded !== undefined) decorations.push(...referenceDecorations(block, worded.split("\n")));
    for (const { from, expression } of summarise(block).computed)
      decorations.push(computedDecoration(from, this.computed.get(expression)));
    decorations.push(...heapDecorations(block));
    const { direction } = this;
    const own = isKind(block, "code_block") ? direction : blockDirection(block, direction);
    if (own !== direction) decorations.push(directionDecoration(own, size));
    const bookmark = this.bookmarked.get(id);
    if (bookmark !== undefined) decorations.push(bookmarkDecoration(bookmark, size));
    if (this.broken.size > 0)
      for (const { from, to, target } of summarise(block).links) {
        const why = this.broken.get(targetKey(target));
        if (why !== undefined) decorations.push(brokenDecoration(why, from, to));
      }
    const link = this.returns.get(id);
    if (link) decorations.push(returnDecoration(link, this.follow, size));
    return decorations.length === 0 ? NONE : decorations;
  }
}

/** What signs depend on that is worked out elsewhere. */
interface DrawnWith {
  readonly broken: BrokenTargets;
  readonly pages: PageNumbers | null;
  readonly computed: ReadonlyMap<string, Computed>;
}

const NONE: readonly BlockDecoration[] = [];

function bookmarkedBlocks(index: DocumentIndex): Map<string, string> {
  const bookmarked = new Map<string, string>();
  for (const bookmark of index.bookmarks) {
    const block = index.doc.maybeChild(bookmark.block);
    if (block) bookmarked.set(idOf(block)!, bookmark.name);
  }
  return bookmarked;
}

/**
 * What is counted, by block: the number of a heading, the label of a figure, table or equation; after a line end, how many
 * notes of each place stand before the first in a block; after others, the labels of what stands within it.
 */
function labelsOf(index: DocumentIndex): Map<string, string> {
  const labels = new Map<string, string>();
  const around = new Map<string, Node>();
  for (const [id, number] of index.numbers) labels.set(id, number);
  for (const { id, block } of index.blocks) {
    const label = index.captions.get(id);
    const outer = index.doc.child(block);
    if (label && idOf(outer) === id) labels.set(id, label);
    else if (label) around.set(idOf(outer)!, outer);
  }
  let last = -1;
  const before = { foot: 0, end: 0 };
  for (const { block, place, number } of index.notes) {
    if (block !== last) {
      const id = idOf(index.doc.child(block))!;
      labels.set(id, `${labels.get(id) ?? ""}\n${before.foot},${before.end}`);
      last = block;
    }
    before[place] = number;
  }
  for (const [id, block] of around) {
    const [label = "", notes = ""] = (labels.get(id) ?? "").split("\n");
    const inner = namedWithin(block).map(({ node }) => index.captions.get(idOf(node)!) ?? "");
    labels.set(id, [label, notes, ...inner].join("\n"));
  }
  return labels;
}

/** The words of cross-references by the block they stand in, a line for each. */
function referencesOf(index: DocumentIndex, pages: PageNumbers | null): Map<string, string> {
  const found = new Map<string, string>();
  for (const { from, block, reference } of index.references) {
    const id = idOf(index.doc.child(block))!;
    const words = referenceWords(reference, from, index, pages);
    const before = found.get(id);
    found.set(id, before === undefined ? words : `${before}\n${words}`);
  }
  return found;
}

/** Return links by the block they stand after. */
function returnsOf(index: DocumentIndex): Map<string, ReturnLink> {
  return new Map(returnLinks(index).map((link) => [idOf(index.doc.child(link.block - 1))!, link] as const));
}

function sameReturn(a: ReturnLink, b: ReturnLink): boolean {
  return a.section.id === b.section.id && JSON.stringify(a.ways) === JSON.stringify(b.ways);
}

/** The earlier map where the later holds the same. */
function same<T>(
  earlier: ReadonlyMap<string, T>,
  later: ReadonlyMap<string, T>,
  equal: (a: T, b: T) => boolean = Object.is,
): ReadonlyMap<string, T> {
  if (earlier.size !== later.size) return later;
  for (const [key, value] of later) {
    const before = earlier.get(key);
    if (before === undefined || !equal(before, value)) return later;
  }
  return earlier;
}

function labelDecoration(label: string, block: Node, from: number, to: number): BlockDecoration {
  return {
    key: `label ${label}`,
    from,
    to,
    draw: (begin, end) => Decoration.node(begin, end, labelled(label, block)),
  };
}

/** The number a continued list begins with. */
function startDecoration(start: number, from: number, to: number): BlockDecoration {
  return {
    key: `start ${start}`,
    from,
    to,
    draw: (begin, end) => Decoration.node(begin, end, { start: String(start) }),
  };
}

/** How a number or label stands before or beside a place. */
const LABELS: Readonly<Record<BlockPlace, (label: string) => string>> = {
  heading: (label) => `${label}\u2002`,
  equation: (label) => `(${label})`,
  figure: (label) => `${label}. `,
  table: (label) => `${label}. `,
  notice: (label) => label,
  contents: (label) => label,
};

/** How the element of a block shows what is counted. */
export function labelled(label: string, block: Node): { class: string; style: string } {
  const place = blockPlaceOf(block);
  return { class: "labelled", style: labelStyle(place ? LABELS[place](label) : label) };
}

/** The style by which an element shows words that are no part of it. */
export function labelStyle(words: string): string {
  return `--label: ${JSON.stringify(words)}`;
}

/** The numbers of the notes in a block. */
function noteDecorations(notes: readonly NotePiece[], known: string | undefined): BlockDecoration[] {
  const [, before] = (known ?? "\n0,0").split("\n");
  const [foot, end] = (before || "0,0").split(",").map(Number);
  const counts = { foot: foot!, end: end! };
  return notes.map(({ from, to, place }) => {
    const number = noteNumber(place, ++counts[place]);
    return {
      key: `note ${number}`,
      from,
      to,
      draw: (start, stop) =>
        Decoration.node(start, stop, { style: labelStyle(number), "data-number": number }),
    };
  });
}

/** The words of the cross-references in a block. */
function referenceDecorations(block: Node, words: readonly string[]): BlockDecoration[] {
  return summarise(block)
    .links.filter(({ reference }) => reference)
    .map(({ from, to }, i) => madeWordsDecoration(from, to, { words: words[i] }));
}

/** The words of a computed value, or a sign that there are none. */
function computedDecoration(from: number, computed: Computed | undefined): BlockDecoration {
  const made =
    computed === undefined
      ? {}
      : "words" in computed
        ? { words: computed.words }
        : { words: "?", fault: true };
  return madeWordsDecoration(from, from + 1, made);
}

function madeWordsDecoration(from: number, to: number, made: MadeWords): BlockDecoration {
  return {
    key: `made ${made.words} ${made.fault}`,
    from,
    to,
    draw: (start, end) => Decoration.node(start, end, {}, made),
  };
}

function bookmarkDecoration(name: string, size: number): BlockDecoration {
  return {
    key: `gate ${name}`,
    from: 0,
    to: size,
    draw: (from, to) => Decoration.node(from, to, { class: "has-gate", "data-gate": name }),
  };
}

/** A block that is read the other way than the document. */
function directionDecoration(direction: Direction, size: number): BlockDecoration {
  return {
    key: `read ${direction}`,
    from: 0,
    to: size,
    draw: (from, to) => Decoration.node(from, to, { dir: direction }),
  };
}

function brokenDecoration(why: string, from: number, to: number): BlockDecoration {
  return {
    key: `broken ${why}`,
    from,
    to,
    draw: (start, end) => Decoration.inline(start, end, { class: "broken", title: why }),
  };
}

function returnDecoration(link: ReturnLink, follow: (way: WayOn) => void, size: number): BlockDecoration {
  const key = `return ${link.section.id} ${JSON.stringify(link.ways)}`;
  return {
    key,
    from: size,
    to: size,
    draw: (from) =>
      Decoration.widget(from, () => returnLinkElement(link, follow), {
        side: -1,
        key,
        ignoreSelection: true,
        stopEvent: () => true,
      }),
  };
}

function returnLinkElement(link: ReturnLink, follow: (way: WayOn) => void): HTMLElement {
  const { dom: line } = DOMSerializer.renderSpec(document, returnLine(link));
  if (!(line instanceof HTMLElement)) throw new Error("a return link is no element");
  line.contentEditable = "false";
  line.querySelectorAll("button").forEach((button, i) => {
    button.tabIndex = -1;
    button.addEventListener("click", () => follow(link.ways[i]!));
  });
  return line;
}

/** The line that leads back after a section. */
export function returnLine({ ways, section }: ReturnLink): DOMOutputSpec {
  const buttons = ways.flatMap(({ words }, i) => {
    const button = ["button", { type: "button", "aria-label": `${words} (${inBrief(section)})` }, words];
    return i > 0 ? [" · ", button] : [button];
  });
  return ["p", { class: "return-link" }, ...buttons];
}
