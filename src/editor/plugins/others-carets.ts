import { Plugin, PluginKey, type EditorState, type Transaction } from "prosemirror-state";
import { Decoration } from "prosemirror-view";
import type { Caret, Presence } from "@/core/collab";
import type { BlockDecoration } from "./block-decoration";

/** Somebody else's caret and selection, at positions of the document as it is here. */
export interface OthersCaret {
  readonly client: string;
  readonly name: string;
  readonly anchor: number;
  readonly head: number;
}

const key = new PluginKey<readonly OthersCaret[]>("others-carets");

/** How many colours there are for people; a name stands beside each. */
export const PEOPLE_COLOURS = 5;

/** Which of the colours somebody has: the same wherever they are shown. */
export function colourOf(client: string): number {
  let sum = 0;
  for (const letter of client) sum = (sum * 31 + letter.charCodeAt(0)) % 1_000_003;
  return sum % PEOPLE_COLOURS;
}

export function othersCarets(state: EditorState): readonly OthersCaret[] {
  return key.getState(state) ?? [];
}

/** Where the carets of people are: as they told, or where they were known to be while they are at another version. */
export function caretsNow(
  state: EditorState,
  people: readonly Presence[],
  placeOf: (caret: Caret) => { anchor: number; head: number } | null,
): OthersCaret[] {
  const standing = new Map(othersCarets(state).map((caret) => [caret.client, caret]));
  return people.flatMap(({ client, name, caret }) => {
    const place = (caret && placeOf(caret)) ?? standing.get(client);
    return place ? [{ client, name, anchor: place.anchor, head: place.head }] : [];
  });
}

/** Shows where others are now. */
export function showCarets(tr: Transaction, carets: readonly OthersCaret[]): Transaction {
  return tr.setMeta(key, carets).setMeta("addToHistory", false);
}

/** Knows the carets and selections of others; between two messages of theirs they move with the text. */
export function othersCaretsPlugin(): Plugin {
  return new Plugin<readonly OthersCaret[]>({
    key,
    state: {
      init: () => [],
      apply(tr, carets) {
        const sent: readonly OthersCaret[] | undefined = tr.getMeta(key);
        if (sent) return sent;
        if (!tr.docChanged || carets.length === 0) return carets;
        return carets.map((caret) => ({
          ...caret,
          anchor: tr.mapping.map(caret.anchor, -1),
          head: tr.mapping.map(caret.head, -1),
        }));
      },
    },
  });
}

/** Carets and selections of others as they are drawn. */
export function caretDecorations(state: EditorState): BlockDecoration[] {
  return othersCarets(state).flatMap(({ anchor, head, client, name }) => {
    const colour = `person-${colourOf(client)}`;
    const key = `caret ${client} ${name}`;
    const caret: BlockDecoration = {
      key,
      from: head,
      to: head,
      draw: (from) =>
        Decoration.widget(from, () => caretElement(name, colour), { key, side: 10, ignoreSelection: true }),
    };
    if (anchor === head) return [caret];
    return [
      caret,
      {
        key: `selection ${client}`,
        from: Math.min(anchor, head),
        to: Math.max(anchor, head),
        draw: (from, to) => Decoration.inline(from, to, { class: `others-selection ${colour}` }),
      },
    ];
  });
}

function caretElement(name: string, colour: string): HTMLElement {
  const caret = document.createElement("span");
  caret.className = `others-caret ${colour}`;
  // Not part of the text: neither copied nor read out in the middle of a sentence.
  caret.setAttribute("aria-hidden", "true");
  caret.dataset.name = name;
  return caret;
}
