import type { Node } from "prosemirror-model";
import type { NodeView } from "prosemirror-view";
import type { DestinationId } from "@/core/document";
import type { DocumentIndex } from "@/core/destinations";
import type { PageMap } from "@/core/pages/page-map";
import {
  cardOf,
  entryWords,
  kindOf,
  listEntries,
  LOOKS,
  NOTHING_LISTED,
  optionsOf,
  placedIn,
  titleOf,
  type Card,
  type ContentsEntry,
} from "@/core/wayfinding";

/** A contents list in the manuscript: drawn from the index, so it is current with every keystroke. */
export class ContentsListView implements NodeView {
  readonly dom = document.createElement("nav");
  private entries: readonly ContentsEntry[] | null = null;
  private cards: readonly Card[] = [];

  constructor(
    private node: Node,
    private readonly jump: (id: DestinationId) => void,
  ) {
    this.dom.className = "contents-list";
    this.dom.contentEditable = "false";
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
    const heading = this.node.attrs.heading as string;
    const options = optionsOf(this.node);
    const placed = placedIn(this.node);
    this.dom.setAttribute("aria-label", titleOf(this.node, index.doc));
    this.dom.dataset.columns = String(options.columns ?? 1);
    for (const look of LOOKS) this.dom.toggleAttribute(`data-${look}`, options[look] ?? false);
    const title = document.createElement("p");
    title.className = "contents-title";
    title.textContent = heading;
    this.dom.replaceChildren(
      ...(placed ? [noteLine(`In the ${placed} of each page`)] : []),
      title,
      entries.length > 0 ? this.list(entries) : noteLine(NOTHING_LISTED[kindOf(this.node)]),
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

  private list(entries: readonly ContentsEntry[]): HTMLElement {
    const list = document.createElement("ul");
    for (const [i, entry] of entries.entries()) {
      const item = document.createElement("li");
      item.style.setProperty("--depth", String(entry.depth));
      const button = document.createElement("button");
      button.type = "button";
      button.textContent = entryWords(entry);
      button.addEventListener("click", () => this.jump(entry.id));
      item.append(button, ...cardParts(this.cards[i]));
      list.append(item);
    }
    return list;
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

/** What a card shows beside its name: the picture above it by its looks, and the words below. */
function cardParts(card: Card | undefined): HTMLElement[] {
  const parts: HTMLElement[] = [];
  if (card?.picture) {
    const image = document.createElement("img");
    image.src = `/api/pictures/${card.picture}`;
    image.alt = card.alt;
    image.draggable = false;
    parts.push(image);
  }
  if (card?.words) {
    const line = document.createElement("p");
    line.textContent = card.words;
    parts.push(line);
  }
  return parts;
}

/** A line that tells of the list itself, and is none of its entries. */
function noteLine(words: string): HTMLElement {
  const line = document.createElement("p");
  line.className = "contents-note";
  line.textContent = words;
  return line;
}
