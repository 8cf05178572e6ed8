import { DOMSerializer, type Node } from "prosemirror-model";
import type { NodeView } from "prosemirror-view";
import type { DestinationId } from "@/core/document";
import type { DocumentIndex } from "@/core/destinations";
import type { PageMap } from "@/core/pages/page-map";
import {
  cardOf,
  entryWords,
  listEntries,
  LOOKS,
  optionsOf,
  type Card,
  type ContentsEntry,
} from "@/core/wayfinding";
import { contentsLook, contentsParts } from "./contents-list-parts";

/** A contents list in the manuscript: drawn from the index, so it is current with every keystroke. */
export class ContentsListView implements NodeView {
  readonly dom = document.createElement("nav");
  private entries: readonly ContentsEntry[] | null = null;
  private cards: readonly Card[] = [];

  constructor(
    private node: Node,
    jump: (id: DestinationId) => void,
  ) {
    this.dom.contentEditable = "false";
    this.dom.addEventListener("click", ({ target }) => {
      const item = (target as Element).closest("button")?.closest("li");
      const entry = item && this.entries?.[[...item.parentElement!.children].indexOf(item)];
      if (entry) jump(entry.id);
    });
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false;
    if (!node.sameMarkup(this.node)) this.entries = null;
    this.node = node;
    return true;
  }

  /** Whether it shows words of the text, which change with most keys. */
  get hasCards(): boolean {
    return optionsOf(this.node).cards ?? false;
  }

  /** Draws the lines that differ from those that stand. */
  draw(index: DocumentIndex, pages: PageMap | null): void {
    const entries = listEntries(index, this.node);
    const cardsNow = optionsOf(this.node).cards ? entries.map(({ id }) => cardOf(index, id)) : [];
    const sameCards = JSON.stringify(cardsNow) === JSON.stringify(this.cards);
    this.cards = cardsNow;
    if (this.entries && sameEntries(entries, this.entries) && sameCards) return this.number(index, pages);
    this.entries = entries;
    for (const look of LOOKS) this.dom.removeAttribute(`data-${look}`);
    for (const [name, value] of Object.entries(contentsLook(this.node, index)))
      this.dom.setAttribute(name, value);
    this.dom.replaceChildren(
      ...contentsParts(this.node, entries, this.cards).map(
        (part) => DOMSerializer.renderSpec(document, part).dom,
      ),
    );
    this.number(index, pages);
  }

  /** Puts the numbers of the pages beside the entries. */
  private number(index: DocumentIndex, pages: PageMap | null): void {
    this.entries?.forEach(({ id }, i) => {
      const place = index.destination(id);
      const label = pages && place ? pages.labelAt(place.pos) : "";
      const item = this.dom.lastElementChild?.children[i];
      if (!(item instanceof HTMLElement) || item.dataset.page === label) return;
      if (label) item.dataset.page = label;
      else delete item.dataset.page;
    });
  }

  stopEvent(event: Event): boolean {
    return event.target instanceof HTMLButtonElement && event.type !== "keydown";
  }

  ignoreMutation(): boolean {
    return true;
  }
}

function sameEntries(a: readonly ContentsEntry[], b: readonly ContentsEntry[]): boolean {
  return (
    a.length === b.length &&
    a.every(
      (entry, i) =>
        entry.id === b[i]!.id && entryWords(entry) === entryWords(b[i]!) && entry.depth === b[i]!.depth,
    )
  );
}
