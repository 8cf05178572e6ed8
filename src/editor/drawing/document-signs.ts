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
} from "@/core/destinations";
import type { Computed } from "@/core/compute";
import { idOf, namedWithin, settingsOf } from "@/core/document";
import { referenceWords, targetKey, type AdriftTargets, type PageNumbers } from "@/core/links";
import { returnLinks, type ReturnLink, type WayOn } from "@/core/wayfinding";
import type { DocumentChange } from "../document-change";
import type { MadeWords } from "../node-views/made-words-view";
import type { BlockSigns, Sign } from "./drawn-signs";
import { heapSigns } from "./heap-signs";

/**
 * What a document does not hold but shows: return links after their sections, links that are adrift, the gates of bookmarks
 * in the margin, the numbers of headings, captions and notes. The same object from version to version while nothing changed but words.
 */
export class DocumentSigns implements BlockSigns {
  private readonly known = new WeakMap<Node, readonly Sign[]>();

  private constructor(
    private index: DocumentIndex,
    private readonly gates: ReadonlyMap<string, string>,
    private readonly returns: ReadonlyMap<string, ReturnLink>,
    private readonly labels: ReadonlyMap<string, string>,
    private readonly starts: ReadonlyMap<string, number>,
    private readonly references: ReadonlyMap<string, string>,
    private readonly adrift: AdriftTargets,
    private readonly computed: ReadonlyMap<string, Computed>,
    private readonly follow: (way: WayOn) => void,
  ) {}

  static of(
    index: DocumentIndex,
    { adrift, pages, computed }: Known,
    follow: (way: WayOn) => void,
  ): DocumentSigns {
    return new DocumentSigns(
      index,
      gatesOf(index),
      returnsOf(index),
      labelsOf(index),
      index.listStarts,
      referencesOf(index, pages),
      adrift,
      computed,
      follow,
    );
  }

  /** The signs of a later version; this object where they are the same for every block that stayed. */
  after(
    index: DocumentIndex,
    { adrift, pages, computed }: Known,
    change: DocumentChange | null,
  ): DocumentSigns {
    const structure = change?.structure ?? false;
    const marks = structure || this.index.registry !== index.registry || (change?.bookmarks ?? false);
    const gates = marks ? same(this.gates, gatesOf(index)) : this.gates;
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
    const all =
      labels === this.labels &&
      starts === this.starts &&
      gates === this.gates &&
      returns === this.returns &&
      references === this.references;
    if (all && adrift === this.adrift && computed === this.computed) {
      this.index = index;
      return this;
    }
    return new DocumentSigns(
      index,
      gates,
      returns,
      labels,
      starts,
      references,
      adrift,
      computed,
      this.follow,
    );
  }

  of(block: Node): readonly Sign[] {
    let signs = this.known.get(block);
    if (!signs) this.known.set(block, (signs = this.read(block)));
    return signs;
  }

  private read(block: Node): readonly Sign[] {
    const id = idOf(block)!;
    const size = block.nodeSize;
    const signs: Sign[] = [];
    const known = this.labels.get(id);
    const label = known?.split("\n")[0];
    if (label) signs.push(labelSign(label, block, 0, size));
    const start = this.starts.get(id);
    if (start !== undefined) signs.push(startSign(start, 0, size));
    for (const list of startsInside(block)) signs.push(startSign(list.start, list.from, list.to));
    const [, , ...inner] = known?.split("\n") ?? [];
    if (inner.length > 0)
      namedWithin(block).forEach(({ node, offset }, i) => {
        if (inner[i]) signs.push(labelSign(inner[i], node, offset, offset + node.nodeSize));
      });
    const { notes } = summarise(block);
    if (notes.length > 0) signs.push(...noteSigns(notes, known));
    const worded = this.references.get(id);
    if (worded !== undefined) signs.push(...referenceSigns(block, worded.split("\n")));
    for (const { from, expression } of summarise(block).computed)
      signs.push(computedSign(from, this.computed.get(expression)));
    signs.push(...heapSigns(block));
    const gate = this.gates.get(id);
    if (gate !== undefined) signs.push(gateSign(gate, size));
    if (this.adrift.size > 0)
      for (const { from, to, target } of summarise(block).links) {
        const why = this.adrift.get(targetKey(target));
        if (why !== undefined) signs.push(adriftSign(why, from, to));
      }
    const link = this.returns.get(id);
    if (link) signs.push(returnSign(link, this.follow, size));
    return signs.length === 0 ? NONE : signs;
  }
}

/** What signs depend on that is worked out elsewhere. */
interface Known {
  readonly adrift: AdriftTargets;
  readonly pages: PageNumbers | null;
  readonly computed: ReadonlyMap<string, Computed>;
}

const NONE: readonly Sign[] = [];

function gatesOf(index: DocumentIndex): Map<string, string> {
  const gates = new Map<string, string>();
  for (const bookmark of index.bookmarks) {
    const block = index.doc.maybeChild(bookmark.block);
    if (block) gates.set(idOf(block)!, bookmark.name);
  }
  return gates;
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

function labelSign(label: string, block: Node, from: number, to: number): Sign {
  return {
    key: `label ${label}`,
    from,
    to,
    draw: (begin, end) => Decoration.node(begin, end, labelled(label, block)),
  };
}

/** With which number a list begins that goes on counting. */
function startSign(start: number, from: number, to: number): Sign {
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
function noteSigns(notes: readonly NotePiece[], known: string | undefined): Sign[] {
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
function referenceSigns(block: Node, words: readonly string[]): Sign[] {
  return summarise(block)
    .links.filter(({ reference }) => reference)
    .map(({ from, to }, i) => madeWordsSign(from, to, { words: words[i] }));
}

/** The words of a computed value, or a sign that there are none. */
function computedSign(from: number, computed: Computed | undefined): Sign {
  const made =
    computed === undefined
      ? {}
      : "words" in computed
        ? { words: computed.words }
        : { words: "?", fault: true };
  return madeWordsSign(from, from + 1, made);
}

function madeWordsSign(from: number, to: number, made: MadeWords): Sign {
  return {
    key: `made ${made.words} ${made.fault}`,
    from,
    to,
    draw: (start, end) => Decoration.node(start, end, {}, made),
  };
}

function gateSign(name: string, size: number): Sign {
  return {
    key: `gate ${name}`,
    from: 0,
    to: size,
    draw: (from, to) => Decoration.node(from, to, { class: "has-gate", "data-gate": name }),
  };
}

function adriftSign(why: string, from: number, to: number): Sign {
  return {
    key: `adrift ${why}`,
    from,
    to,
    draw: (start, end) => Decoration.inline(start, end, { class: "adrift", title: why }),
  };
}

function returnSign(link: ReturnLink, follow: (way: WayOn) => void, size: number): Sign {
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
export function returnLine({ ways }: ReturnLink): DOMOutputSpec {
  const buttons = ways.flatMap(({ words }, i) => {
    const button = ["button", { type: "button" }, words];
    return i > 0 ? [" · ", button] : [button];
  });
  return ["p", { class: "return-link" }, ...buttons];
}
