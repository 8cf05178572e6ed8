import { keymap } from "prosemirror-keymap";
import { baseKeymap } from "prosemirror-commands";
import { closeHistory, redo, undo } from "prosemirror-history";
import type { Node } from "prosemirror-model";
import { liftListItem, sinkListItem, splitListItem } from "prosemirror-schema-list";
import { EditorState, type Command, type Transaction } from "prosemirror-state";
import { EditorView } from "prosemirror-view";
import { blocksOfNote, noteOfBlocks, schema, type LinkTarget } from "@/core/document";
import { contentChange } from "@/core/steps";
import { currentKind, toggle } from "../commands/blocks";
import { insertBreak } from "../commands/insert-break";
import { linkRange } from "../commands/links";
import { wordAt } from "../commands/word-at";
import type { Session } from "./session";

const { nodes, marks } = schema;
/** Says of a change that it is not undone together with those before it. */
const BY_ITSELF = "by itself";

/** What there is at the caret of a note. */
export interface NoteCaret {
  readonly list: "bullet_list" | "ordered_list" | null;
  /** Whether words stand there that could be linked, and whether they are. */
  readonly words: boolean;
  readonly linked: boolean;
}

/**
 * The words of one note, edited beside the manuscript as paragraphs and lists. It shows what the document holds: what is typed becomes a
 * change of the document, and what others do to the note is shown.
 */
export class NoteEditor {
  private readonly view: EditorView;

  /**
   * @param pos where the note stands, asked for at each change.
   * @param on `leave`: back to the text; `link`: asks where the words at the caret should lead; `moved`: the caret stands elsewhere.
   */
  constructor(
    element: HTMLElement,
    private readonly session: Session,
    private readonly pos: () => number | null,
    note: Node,
    on: { readonly leave: () => void; readonly link: () => void; readonly moved: () => void },
  ) {
    const does = (action: () => void) => () => {
      action();
      return true;
    };
    const outside = (command: Command) => () => session.run(command, { focus: false });
    this.view = new EditorView(element, {
      state: EditorState.create({
        doc: opened(note),
        plugins: [
          keymap({
            "Mod-z": outside(undo),
            "Mod-y": outside(redo),
            "Shift-Mod-z": outside(redo),
            "Mod-b": toggle("strong"),
            "Mod-i": toggle("emphasis"),
            "Mod-u": toggle("underline"),
            "Mod-k": does(on.link),
            Enter: splitListItem(nodes.list_item),
            "Shift-Enter": insertBreak,
            Tab: sinkListItem(nodes.list_item),
            "Shift-Tab": liftListItem(nodes.list_item),
            "Mod-Enter": does(on.leave),
            Escape: does(on.leave),
          }),
          keymap(baseKeymap),
        ],
      }),
      dispatchTransaction: (tr) => {
        this.take(tr);
        on.moved();
      },
      attributes: {
        role: "textbox",
        "aria-multiline": "true",
        "aria-label": "Words of the note",
        "data-inspector-field": "",
      },
    });
  }

  focus(): void {
    this.view.focus();
  }

  /** Runs a command on the words of the note. */
  run(command: Command): void {
    command(this.view.state, this.view.dispatch, this.view);
    this.view.focus();
  }

  get caret(): NoteCaret {
    const { state } = this.view;
    const kind = currentKind(state);
    const range = this.words;
    return {
      list: kind === "bullet_list" || kind === "ordered_list" ? kind : null,
      words: range !== null,
      linked: range !== null && state.doc.rangeHasMark(range.from, range.to, marks.link),
    };
  }

  /** Leads the words that are chosen, or the word at the caret, somewhere; to nowhere for null. Undone by itself. */
  link(target: LinkTarget | null): void {
    const range = this.words;
    if (!range) return;
    const { from, to } = range;
    const tr = this.view.state.tr.setMeta(BY_ITSELF, true);
    this.view.dispatch(target ? linkRange(tr, from, to, target) : tr.removeMark(from, to, marks.link));
    this.view.focus();
  }

  /** Shows the note as it now is in the document. */
  update(note: Node): void {
    const { state } = this.view;
    // What is typed now may hold paragraphs without words, which no note keeps.
    if (noteOfBlocks(state.doc.content.content).eq(note.content)) return;
    const change = contentChange(state.doc, opened(note));
    if (change) this.view.updateState(state.apply(state.tr.replace(change.from, change.to, change.slice)));
  }

  destroy(): void {
    this.view.destroy();
  }

  private get words(): { readonly from: number; readonly to: number } | null {
    const { selection } = this.view.state;
    return selection.empty ? wordAt(selection.$from) : selection;
  }

  private take(tr: Transaction): void {
    const { state } = this.view;
    this.view.updateState(state.apply(tr));
    const pos = this.pos();
    const { state: outside } = this.session.store;
    const note = pos === null ? null : outside.doc.nodeAt(pos);
    if (!tr.docChanged || !note) return;
    const change = contentChange(note, note.copy(noteOfBlocks(this.view.state.doc.content.content)));
    if (!change) return;
    const start = pos! + 1;
    const outer = outside.tr.replace(start + change.from, start + change.to, change.slice);
    this.session.dispatch(tr.getMeta(BY_ITSELF) ? closeHistory(outer) : outer);
  }
}

/** The words of a note are edited as those of a definition are: paragraphs and lists, a paragraph first. */
function opened(note: Node): Node {
  return nodes.definition.create(null, blocksOfNote(note));
}
