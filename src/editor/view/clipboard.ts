import type { Slice } from "prosemirror-model";
import { NodeSelection, TextSelection, type EditorState, type Transaction } from "prosemirror-state";
import { handlePaste as handleTablePaste } from "prosemirror-tables";
import type { EditorProps, EditorView } from "prosemirror-view";
import type { DocumentIndex } from "@/core/index";
import { isKind, shortened, type LinkTarget } from "@/core/document";
import { addressTyped } from "@/core/links";
import { linkRange } from "../commands/links";
import { broughtAlong, copyingFrom, leadBack, settleBrought, type Brought } from "../paste/across-documents";
import type { Incoming } from "../paste/incoming";
import { ownIds } from "../commands/own-ids";
import { pasteTransaction } from "../paste/paste-transaction";
import { foreignHtml, ownCode, plainSlice } from "../paste/take-paste";
import { withoutChunks, type ChunkLayout } from "./chunk-layout";
import { dropped } from "./drop";

/** What copying, pasting and dragging need of the session. */
interface ClipboardHost {
  /** The document. */
  readonly id: string;
  readonly state: EditorState;
  readonly index: DocumentIndex;
  readonly incoming: Incoming;
  dispatch(tr: Transaction): void;
  say(text: string, options: { undo: boolean }): void;
}

/** What they need of the drawing, at this moment. */
interface ClipboardDrawing {
  readonly layout: () => ChunkLayout;
  /** The view as commands take it. */
  readonly commands: () => EditorView;
  /** The position of the document at a spot of the window. */
  readonly posAt: (left: number, top: number) => number | null;
}

/** What a view does with what is copied, pasted and dragged: all of it is done to the document, whose slices have no chunks. */
export function clipboardProps(
  host: ClipboardHost,
  { layout, commands, posAt }: ClipboardDrawing,
): EditorProps {
  /** What comes along with what is pasted or dropped from another document. */
  let brought: Brought | null = null;

  function paste(view: EditorView, event: ClipboardEvent, slice: Slice): boolean {
    const { state } = host;
    const address = view.input.shiftKey ? null : addressOver(state, event.clipboardData);
    if (address) {
      const { from, to } = state.selection;
      host.dispatch(linkRange(host.state.tr, from, to, address));
      host.say(`“${shortened(state.doc.textBetween(from, to, " "), 40)}” leads to that address now.`, {
        undo: true,
      });
      return true;
    }
    const inCells = handleTablePaste(commands(), event, slice);
    const tr = inCells ? host.state.tr : pasteTransaction(state, slice);
    if (brought) settleBrought(tr, slice, brought);
    if (!inCells || tr.docChanged) host.dispatch(tr);
    return true;
  }

  function drop(view: EditorView, event: DragEvent, slice: Slice, moved: boolean): boolean {
    const place = posAt(event.clientX, event.clientY);
    if (!moved && host.incoming.takeFiles(event.dataTransfer, place)) return true;
    if (place === null) return false;
    const { dragging } = view;
    // A block that is dragged need not be chosen.
    const node = dragging && "node" in dragging && dragging.node;
    const taken = node instanceof NodeSelection ? node : view.state.selection;
    const tr = dropped(
      host.state,
      place,
      withoutChunks(slice),
      moved ? { from: layout().toDocument(taken.from), to: layout().toDocument(taken.to) } : null,
    );
    if (tr) host.dispatch(brought && !moved ? settleBrought(tr, slice, brought) : tr);
    view.focus();
    return true;
  }

  return {
    // Text that is pasted as it is; HTML from elsewhere never gets to the view's own reader.
    clipboardTextParser: (text) => plainSlice(text),
    handleDOMEvents: {
      paste: (view, event) => {
        const html = foreignHtml(event.clipboardData);
        const asText = view.input.shiftKey;
        const inCode = isKind(host.state.selection.$from.parent, "code_block");
        const code = inCode && !asText ? ownCode(event.clipboardData) : null;
        if (code !== null) {
          event.preventDefault();
          // Left to itself the view takes only letters into code.
          return view.pasteHTML(code, event);
        }
        if (html === null || asText || inCode || hasPictures(event.clipboardData)) return false;
        if (addressOver(host.state, event.clipboardData)) return false;
        event.preventDefault();
        host.incoming.pasteForeign(html);
        return true;
      },
    },
    transformCopied: (slice) => withoutChunks(slice),
    clipboardSerializer: copyingFrom(host.id, () => host.index.registry),
    transformPastedText: (text) => {
      brought = null;
      return text;
    },
    transformPastedHTML: (html) => {
      brought = broughtAlong(html, host.id);
      return html;
    },
    transformPasted: (slice, view) => {
      // What is dragged to another place is no copy.
      const moves = view.dragging?.move;
      if (moves) return withoutChunks(slice);
      const own = ownIds(withoutChunks(slice), host.state.doc, brought);
      return brought ? leadBack(own, host.state.doc, brought) : own;
    },
    handlePaste: (view, event, slice) =>
      host.incoming.takeFiles(event.clipboardData) || paste(view, event, slice),
    handleDrop: drop,
  };
}

/** A whole web or mail address that is pasted over words of a text makes a link of them; with Shift it takes their place. */
function addressOver({ selection, doc }: EditorState, data: DataTransfer | null): LinkTarget | null {
  if (!(selection instanceof TextSelection) || selection.empty || !selection.$from.sameParent(selection.$to))
    return null;
  const text = data?.getData("text/plain").trim() ?? "";
  if (isKind(selection.$from.parent, "code_block") || !/^(https?:\/\/|mailto:)/i.test(text)) return null;
  // An address is corrected by another.
  if (addressTyped(doc.textBetween(selection.from, selection.to), [])) return null;
  return addressTyped(text, []);
}

/** Whether a picture was copied as such; programs put its HTML beside it. */
function hasPictures(data: DataTransfer | null): boolean {
  return [...(data?.files ?? [])].some((file) => file.type.startsWith("image/"));
}
