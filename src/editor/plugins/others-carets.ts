import { Plugin, PluginKey, type EditorState, type Transaction } from "prosemirror-state";
import { Decoration, DecorationSet } from "prosemirror-view";

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

/** Shows where others are now. */
export function showCarets(tr: Transaction, carets: readonly OthersCaret[]): Transaction {
  return tr.setMeta(key, carets).setMeta("addToHistory", false);
}

/** Draws the carets and selections of others; between two messages of theirs they move with the text. */
export function othersCaretsPlugin(): Plugin {
  return new Plugin<readonly OthersCaret[]>({
    key,
    state: {
      init: () => [],
      apply(tr, carets) {
        const told = tr.getMeta(key) as readonly OthersCaret[] | undefined;
        if (told) return told;
        if (!tr.docChanged || carets.length === 0) return carets;
        return carets.map((caret) => ({
          ...caret,
          anchor: tr.mapping.map(caret.anchor, -1),
          head: tr.mapping.map(caret.head, -1),
        }));
      },
    },
    props: {
      decorations(state) {
        const carets = key.getState(state) ?? [];
        return carets.length === 0 ? null : DecorationSet.create(state.doc, carets.flatMap(drawn));
      },
    },
  });
}

function drawn(caret: OthersCaret): Decoration[] {
  const { anchor, head, client, name } = caret;
  const colour = `person-${colourOf(client)}`;
  const sign = Decoration.widget(head, () => caretElement(name, colour), {
    key: `caret ${client} ${name}`,
    side: 10,
    ignoreSelection: true,
  });
  return anchor === head
    ? [sign]
    : [
        sign,
        Decoration.inline(Math.min(anchor, head), Math.max(anchor, head), {
          class: `others-selection ${colour}`,
        }),
      ];
}

function caretElement(name: string, colour: string): HTMLElement {
  const caret = document.createElement("span");
  caret.className = `others-caret ${colour}`;
  // Not part of the text: neither copied nor read out in the middle of a sentence.
  caret.setAttribute("aria-hidden", "true");
  caret.dataset.name = name;
  return caret;
}
