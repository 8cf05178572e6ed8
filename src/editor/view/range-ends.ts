import { TextSelection, type EditorState, type Transaction } from "prosemirror-state";
import { Decoration } from "prosemirror-view";
import type { Bookmark, DocumentIndex } from "@/core/index";
import { bookmarkIdAt, moveBookmark } from "../commands/bookmarks";
import type { BlockDecoration } from "../plugins/block-decoration";

/** What the ends of ranges need of the manuscript they are drawn in. */
export interface RangeEndsHost {
  readonly state: EditorState;
  readonly index: DocumentIndex;
  dispatch(tr: Transaction): void;
}

type End = "from" | "to";

/**
 * While the words of a bookmark are chosen as a whole, its two ends can be drawn along the text: the range grows, shrinks and moves with
 * them. Its name, its anchor and the links that lead to it stay.
 */
export class RangeEnds {
  constructor(
    private readonly host: RangeEndsHost,
    /** The position of the document at a place of the window; null where there is none. */
    private readonly posAt: (x: number, y: number) => number | null,
  ) {}

  decorations(): BlockDecoration[] {
    const bookmark = chosenRange(this.host);
    if (!bookmark) return [];
    return (["from", "to"] as const).map((end) => {
      const at = end === "from" ? bookmark.pos : bookmark.end;
      const key = `range end ${end} ${bookmark.id}`;
      return {
        key,
        from: at,
        to: at,
        draw: (pos) =>
          Decoration.widget(pos, () => this.element(bookmark, end), {
            side: end === "from" ? 1 : -1,
            key,
            ignoreSelection: true,
            stopEvent: () => true,
          }),
      };
    });
  }

  private element({ id, name }: Bookmark, end: End): HTMLElement {
    const element = document.createElement("span");
    element.className = "range-end";
    element.dataset.end = end;
    element.contentEditable = "false";
    const knob = document.createElement("span");
    knob.title = `Drag: where “${name}” ${end === "from" ? "begins" : "ends"}`;
    element.append(knob);
    knob.addEventListener("pointerdown", (event) => {
      if (event.button !== 0) return;
      event.preventDefault();
      this.drag(id, end);
    });
    return element;
  }

  /** Follows the pointer: the words that the bookmark would be on are chosen meanwhile; Escape leaves it where it was. */
  private drag(id: Bookmark["id"], end: End): void {
    const { host } = this;
    const stop = new AbortController();
    const { signal } = stop;
    const standing = () => host.index.bookmarks.find((one) => one.id === id);
    const choose = (tr: Transaction, from: number, to: number) =>
      tr.setSelection(TextSelection.create(tr.doc, from, to));
    const follow = ({ clientX, clientY }: PointerEvent) => {
      const now = standing();
      const at = this.posAt(clientX, clientY);
      if (!now || at === null) return;
      const range = end === "from" ? { from: at, to: now.end } : { from: now.pos, to: at };
      if (range.from < range.to && holdsWords(host.state, at))
        host.dispatch(choose(host.state.tr, range.from, range.to));
    };
    const drop = () => {
      stop.abort();
      const now = standing();
      const { from, to } = host.state.selection;
      if (!now || (from === now.pos && to === now.end)) return;
      const tr = moveBookmark(host.state.tr, id, now, { from, to });
      if (tr) host.dispatch(choose(tr, from, to));
    };
    const leave = () => {
      stop.abort();
      const now = standing();
      if (now) host.dispatch(choose(host.state.tr, now.pos, now.end));
    };
    window.addEventListener("pointermove", follow, { signal });
    window.addEventListener("pointerup", drop, { signal });
    window.addEventListener("pointercancel", leave, { signal });
    window.addEventListener("keydown", ({ key }) => key === "Escape" && leave(), { signal, capture: true });
  }
}

/** The bookmark whose words are what is chosen; asked with every key, so that most often nothing is looked at. */
function chosenRange({ state: { selection }, index }: RangeEndsHost): Bookmark | null {
  if (!(selection instanceof TextSelection) || selection.empty) return null;
  const id = bookmarkIdAt(index, selection.from + 1);
  const bookmark = id && index.bookmarks.find((one) => one.id === id);
  return bookmark && bookmark.pos === selection.from && bookmark.end === selection.to ? bookmark : null;
}

function holdsWords({ doc }: EditorState, pos: number): boolean {
  return doc.resolve(pos).parent.inlineContent;
}
