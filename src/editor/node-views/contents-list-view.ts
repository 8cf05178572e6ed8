import { DOMSerializer, type Node } from "prosemirror-model";
import type { NodeView } from "prosemirror-view";
import type { DestinationId } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import type { PageMap } from "@/core/layout/page-map";
import {
  cardOf,
  entryWords,
  listEntries,
  listName,
  LOOKS,
  optionsOf,
  type Card,
  type ContentsEntry,
} from "@/core/wayfinding";
import { contentsLook, contentsParts, drawnIndexLines, type DrawnIndexLine } from "./contents-list-parts";

/** A contents list in the manuscript: drawn from the index, so it is current with every keystroke. */
export class ContentsListView implements NodeView {
  readonly dom = document.createElement("nav");
  private entries: readonly ContentsEntry[] | null = null;
  private cards: readonly Card[] = [];
  private indexed: readonly DrawnIndexLine[] = [];

  constructor(
    private node: Node,
    jump: (id: DestinationId) => void,
    /** Brings the keyboard back to the text. */
    leave: () => void,
  ) {
    this.dom.contentEditable = "false";
    this.dom.addEventListener("click", ({ target }) => {
      const button = target instanceof Element && target.closest("button");
      const to = button && this.targets[this.buttons.indexOf(button)];
      if (to) jump(to);
    });
    this.dom.addEventListener("keydown", (event) => {
      if (!isEntry(event.target) || hasModifier(event)) return;
      if (event.key === "Escape") leave();
      else if (!moveAmong(this.buttons, event.target, event.key)) return;
      event.preventDefault();
    });
  }

  /** Brings the keyboard to the entries; false where there is none. */
  enter(): boolean {
    const [first] = this.buttons;
    first?.focus();
    return first !== undefined;
  }

  /** Where the buttons lead, in their order. */
  private get targets(): DestinationId[] {
    const led = this.indexed.flatMap(({ parts }) => parts.flatMap(({ place }) => place?.id ?? []));
    return [...(this.entries ?? []).map(({ id }) => id), ...led];
  }

  private get buttons(): HTMLButtonElement[] {
    return [...this.dom.querySelectorAll("button")];
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
    this.dom.setAttribute("aria-label", listName(this.node, index));
    const indexed = drawnIndexLines(this.node, index, pages);
    const sameLines = sameIndexLines(indexed, this.indexed);
    this.indexed = indexed;
    if (this.entries && sameEntries(entries, this.entries) && sameCards && sameLines)
      return this.number(index, pages);
    this.entries = entries;
    for (const look of LOOKS) this.dom.removeAttribute(`data-${look}`);
    for (const [name, value] of Object.entries(contentsLook(this.node, index)))
      this.dom.setAttribute(name, value);
    this.dom.replaceChildren(
      ...contentsParts(this.node, entries, this.cards, indexed).map(
        (part) => DOMSerializer.renderSpec(document, part).dom,
      ),
    );
    this.buttons.forEach((button, i) => (button.tabIndex = i === 0 ? 0 : -1));
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

  /** What is pressed on an entry is meant for it, and never for the text in which the caret stands unseen; commands are for all. */
  stopEvent(event: Event): boolean {
    return isEntry(event.target) && !(event instanceof KeyboardEvent && hasModifier(event));
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

function sameIndexLines(a: readonly DrawnIndexLine[], b: readonly DrawnIndexLine[]): boolean {
  const written = (lines: readonly DrawnIndexLine[]) =>
    JSON.stringify(
      lines.map(({ depth, parts }) => [depth, parts.map(({ words, place }) => [words, place?.id])]),
    );
  return written(a) === written(b);
}

function isEntry(target: EventTarget | null): target is HTMLButtonElement {
  return target instanceof HTMLButtonElement;
}

function hasModifier({ ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
  return ctrlKey || metaKey || altKey;
}

/** Moves the keyboard among buttons by arrows, Home and End; false for any other key. */
function moveAmong(buttons: readonly HTMLButtonElement[], from: HTMLButtonElement, key: string): boolean {
  const at = buttons.indexOf(from);
  const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: buttons.length - 1 }[key];
  if (to === undefined) return false;
  const next = buttons[Math.min(Math.max(to, 0), buttons.length - 1)];
  for (const button of buttons) button.tabIndex = button === next ? 0 : -1;
  next?.focus();
  return true;
}
