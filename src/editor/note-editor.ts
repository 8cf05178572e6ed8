import { keymap } from "prosemirror-keymap";
import { baseKeymap } from "prosemirror-commands";
import { redo, undo } from "prosemirror-history";
import type { Node } from "prosemirror-model";
import { EditorState, type Transaction } from "prosemirror-state";
import { EditorView } from "prosemirror-view";
import { contentChange, shifted } from "@/core/document";
import { toggle } from "./commands/blocks";
import type { Session } from "./session";

/**
 * The words of one note, edited beside the manuscript. It shows what the document holds: what is typed becomes a change of the
 * document, and what others do to the note is shown.
 */
export class NoteEditor {
  private readonly view: EditorView;

  /** `pos`: where the note stands, asked for at each change. `leave`: back to the text. */
  constructor(
    element: HTMLElement,
    private readonly session: Session,
    private readonly pos: () => number | null,
    private node: Node,
    leave: () => void,
  ) {
    const goBack = () => {
      leave();
      return true;
    };
    const outside = (command: typeof undo) => () => session.run(command, { focus: false });
    this.view = new EditorView(element, {
      state: EditorState.create({
        doc: node,
        plugins: [
          keymap({
            "Mod-z": outside(undo),
            "Mod-y": outside(redo),
            "Shift-Mod-z": outside(redo),
            "Mod-b": toggle("strong"),
            "Mod-i": toggle("emphasis"),
            "Mod-u": toggle("underline"),
            Enter: goBack,
            Escape: goBack,
          }),
          keymap(baseKeymap),
        ],
      }),
      dispatchTransaction: (tr) => this.take(tr),
      attributes: {
        role: "textbox",
        "aria-multiline": "true",
        "aria-label": "Words of the note",
        "data-tray-field": "",
      },
      transformPastedText: (text) => text.replace(/\s+/g, " "),
    });
  }

  focus(): void {
    this.view.focus();
  }

  /** Shows the note as it now is in the document. */
  update(node: Node): void {
    this.node = node;
    const { state } = this.view;
    const change = contentChange(state.doc, node);
    if (change) this.view.updateState(state.apply(state.tr.replace(change.from, change.to, change.slice)));
  }

  destroy(): void {
    this.view.destroy();
  }

  private take(tr: Transaction): void {
    const { state, transactions } = this.view.state.applyTransaction(tr);
    this.view.updateState(state);
    const pos = this.pos();
    if (!tr.docChanged || pos === null) return;
    const outer = this.session.state.tr;
    const inDocument = shifted(pos + 1);
    for (const transaction of transactions)
      for (const step of transaction.steps) outer.step(step.map(inDocument)!);
    this.session.dispatch(outer);
  }
}
