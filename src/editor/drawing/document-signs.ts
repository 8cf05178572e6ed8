import type { Node } from "prosemirror-model";
import { Decoration } from "prosemirror-view";
import { summarise, type DocumentIndex } from "@/core/destinations";
import { targetKey, type AdriftTargets } from "@/core/links";
import { returnLinks, type ReturnLink } from "@/core/wayfinding";
import type { DocumentChange } from "../document-change";
import type { BlockSigns, Sign } from "./drawn-signs";

/**
 * What a document does not hold but shows: return links after their sections, links that are adrift, the gates of bookmarks
 * in the margin. The same object from version to version while nothing changed but words.
 */
export class DocumentSigns implements BlockSigns {
  private readonly known = new WeakMap<Node, readonly Sign[]>();

  private constructor(
    private index: DocumentIndex,
    private readonly gates: ReadonlyMap<string, string>,
    private readonly returns: ReadonlyMap<string, ReturnLink>,
    private readonly adrift: AdriftTargets,
    private readonly follow: (link: ReturnLink) => void,
  ) {}

  static of(index: DocumentIndex, adrift: AdriftTargets, follow: (link: ReturnLink) => void): DocumentSigns {
    return new DocumentSigns(index, gatesOf(index), returnsOf(index), adrift, follow);
  }

  /** The signs of a later version; this object where they are the same for every block that stayed. */
  after(index: DocumentIndex, adrift: AdriftTargets, change: DocumentChange | null): DocumentSigns {
    const structure = change?.structure ?? false;
    const marks = structure || this.index.registry !== index.registry || (change?.bookmarks ?? false);
    const gates = marks ? same(this.gates, gatesOf(index)) : this.gates;
    const rule = this.index.doc.attrs.returns !== index.doc.attrs.returns;
    const returns = structure || rule ? same(this.returns, returnsOf(index), sameReturn) : this.returns;
    if (gates === this.gates && returns === this.returns && adrift === this.adrift) {
      this.index = index;
      return this;
    }
    return new DocumentSigns(index, gates, returns, adrift, this.follow);
  }

  of(block: Node): readonly Sign[] {
    let signs = this.known.get(block);
    if (!signs) this.known.set(block, (signs = this.read(block)));
    return signs;
  }

  private read(block: Node): readonly Sign[] {
    const id = block.attrs.id as string;
    const size = block.nodeSize;
    const signs: Sign[] = [];
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

const NONE: readonly Sign[] = [];

function gatesOf(index: DocumentIndex): Map<string, string> {
  const gates = new Map<string, string>();
  for (const bookmark of index.bookmarks) {
    const block = index.doc.maybeChild(bookmark.block);
    if (block) gates.set(block.attrs.id as string, bookmark.name);
  }
  return gates;
}

/** Return links by the block they stand after. */
function returnsOf(index: DocumentIndex): Map<string, ReturnLink> {
  return new Map(
    returnLinks(index).map((link) => [index.doc.child(link.block - 1).attrs.id as string, link] as const),
  );
}

function sameReturn(a: ReturnLink, b: ReturnLink): boolean {
  return a.to === b.to && a.words === b.words && a.section.id === b.section.id;
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

function returnSign(link: ReturnLink, follow: (link: ReturnLink) => void, size: number): Sign {
  const key = `return ${link.section.id} ${link.to ?? "top"} ${link.words}`;
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

function returnLinkElement(link: ReturnLink, follow: (link: ReturnLink) => void): HTMLElement {
  const line = document.createElement("p");
  line.className = "return-link";
  line.contentEditable = "false";
  const button = document.createElement("button");
  button.type = "button";
  button.textContent = link.words;
  button.tabIndex = -1;
  button.addEventListener("click", () => follow(link));
  line.append(button);
  return line;
}
