import { closeHistory } from "prosemirror-history";
import type { ResolvedPos } from "prosemirror-model";
import {
  NodeSelection,
  TextSelection,
  type Command,
  type EditorState,
  type Transaction,
} from "prosemirror-state";
import { isKind, NOTICE_KINDS, schema, type NoticeKind } from "@/core/document";
import { giveBox } from "../commands/boxes";
import { linkRange } from "../commands/links";
import { makeNotice } from "../commands/notices";
import { inOneChunk, type ChunkLayout } from "./chunk-layout";
import { typedAddress } from "./typed-address";

/** What typing needs of the window it is done in. */
interface TypingHost {
  readonly state: EditorState;
  dispatch(tr: Transaction): void;
  ask(box: "link"): boolean;
}

/**
 * Does what a text that is typed means beyond its letters, where the view would do something else: on a chosen block, over a border
 * between chunks, for `>>`, behind an address, and behind `!warning`, `[ ]` and the like at the beginning of a paragraph. False where the view is to type it itself. The range is one of the drawing.
 */
export function typeText(
  host: TypingHost,
  layout: ChunkLayout,
  { $from, $to }: { readonly $from: ResolvedPos; readonly $to: ResolvedPos },
  text: string,
): boolean {
  const { selection, tr } = host.state;
  if (selection instanceof NodeSelection && selection.$from.depth === 0) {
    // Words typed on a chosen figure or list of contents go below it instead of taking its place.
    tr.insert(selection.to, schema.nodes.paragraph.create(null, schema.text(text)));
    tr.setSelection(TextSelection.create(tr.doc, selection.to + 1 + text.length));
    host.dispatch(tr.scrollIntoView());
    return true;
  }
  const [from, to] = [layout.toDocument($from.pos), layout.toDocument($to.pos)];
  if (text === ">" && from === to && opensPicker($from)) {
    host.dispatch(tr.insertText(text, from));
    host.ask("link");
    return true;
  }
  const kind = text === " " && from === to ? typedNotice($from) : null;
  if (kind) return becomes(host, from, text, makeNotice(kind));
  const box = text === " " && from === to ? typedBox($from) : null;
  if (box !== null) return becomes(host, from, text, giveBox(box));
  const address = text === " " && from === to ? typedAddress($from) : null;
  if (address) {
    host.dispatch(tr.insertText(text, from));
    // A step of its own, so that one undo takes the link away and leaves the words.
    const linked = linkRange(host.state.tr, from + address.from, from + address.to, address.target);
    host.dispatch(closeHistory(linked));
    return true;
  }
  if (inOneChunk($from, $to)) return false;
  host.dispatch(tr.insertText(text, from, to).scrollIntoView());
  return true;
}

/** Takes a sign at the beginning of a paragraph away, and does what it stands for: a step of its own, so that one undo gives back what was typed. */
function becomes(host: TypingHost, from: number, text: string, command: Command): true {
  host.dispatch(host.state.tr.insertText(text, from));
  const { $from } = host.state.selection;
  const typed = closeHistory(host.state.tr.delete($from.start(), $from.pos));
  command(host.state.apply(typed), (made) => {
    for (const step of made.steps) typed.step(step);
    host.dispatch(typed.setSelection(TextSelection.create(typed.doc, made.selection.head)));
  });
  return true;
}

/** Whether the box is ticked that was typed as the whole of a paragraph: `[ ]`, `[]` or `[x]`; null where none was. */
function typedBox($at: ResolvedPos): boolean | null {
  const { parent } = $at;
  if (!isKind(parent, "paragraph") || $at.parentOffset !== parent.content.size || parent.content.size > 3)
    return null;
  const box = /^\[([ x]?)\]$/.exec(parent.textContent);
  return box && box[1] === "x" ? true : box ? false : null;
}

/** Whether a second `>` here, where a word may begin, asks for a place to lead to. */
function opensPicker($at: ResolvedPos): boolean {
  if (isKind($at.parent, "code_block")) return false;
  const before = $at.parent.textBetween(Math.max(0, $at.parentOffset - 2), $at.parentOffset, undefined, " ");
  return /^(?:\s)?>$/u.test(before);
}

/** The kind of notice whose sign was typed as the whole of a paragraph that may become one: `!warning`. */
function typedNotice($at: ResolvedPos): NoticeKind | null {
  const { parent } = $at;
  if (!isKind(parent, "paragraph") || $at.parentOffset !== parent.content.size || parent.content.size > 12)
    return null;
  const word = /^!(\w+)$/.exec(parent.textContent)?.[1];
  return NOTICE_KINDS.find((kind) => kind === word) ?? null;
}
