import type { Node } from "prosemirror-model";
import { Plugin, PluginKey, Selection, type Command, type EditorState, Transaction } from "prosemirror-state";
import { closeHistory, isHistoryTransaction, undo } from "prosemirror-history";
import { wrapInList } from "prosemirror-schema-list";
import { wrapIn } from "prosemirror-commands";
import { ReplaceStep } from "prosemirror-transform";
import { asMark, isKind, newId, quotationMarks, schema, settingsOf } from "@/core/document";
import { FROM_OTHERS } from "@/core/collab";
import { insertBlock, toggleCodeBlock } from "../commands/blocks";
import { setLevel } from "../commands/levels";
import { keepInBrowser, readKept } from "../browser/kept-in-browser";

const { nodes, marks } = schema;

/** What a key types at the beginning of a line, and what the line becomes (as in CommonMark 0.31). */
interface Beginning {
  readonly key: string;
  readonly begins: RegExp;
  readonly becomes: (found: RegExpExecArray) => Command;
}

const BEGINNINGS: readonly Beginning[] = [
  { key: " ", begins: /^(#{1,6}) $/, becomes: ([, marks]) => setLevel(marks!.length) },
  { key: " ", begins: /^[-*+] $/, becomes: () => wrapInList(nodes.bullet_list) },
  {
    key: " ",
    begins: /^(\d{1,9})[.)] $/,
    becomes: ([, first]) => wrapInList(nodes.ordered_list, startingWith(first!)),
  },
  { key: " ", begins: /^> $/, becomes: () => wrapIn(nodes.quotation) },
  { key: "`", begins: /^```$/, becomes: () => toggleCodeBlock },
  { key: "-", begins: /^---$/, becomes: () => insertBlock(nodes.rule.create({ id: newId() })) },
];

function startingWith(first: string): { start: number } | null {
  return first === "1" ? null : { start: Number(first) };
}

/** What is made of the letter that was just typed before the caret; null where it stays as it is. */
export function typingAid(state: EditorState, typed: string): Transaction | null {
  const { $from, empty } = state.selection;
  const { parent, parentOffset } = $from;
  if (!empty || !parent.isTextblock || isKind(parent, "code_block")) return null;
  if ($from.nodeBefore && marks.code.isInSet($from.nodeBefore.marks)) return null;
  return beginningAt(state, typed, parent, parentOffset) ?? characterAt(state, typed, parent, parentOffset);
}

function beginningAt(state: EditorState, typed: string, parent: Node, offset: number): Transaction | null {
  const { $from } = state.selection;
  if ($from.depth !== 1 || !isKind(parent, "paragraph", "heading")) return null;
  const before = parent.textBetween(0, offset, null, "\ufffc");
  for (const { key, begins, becomes } of BEGINNINGS) {
    const found = key === typed ? begins.exec(before) : null;
    // Only a heading is made of a line that is one; a rule, or code, of a line that says nothing else.
    if (!found || (isKind(parent, "heading") && !before.startsWith("#"))) continue;
    if (key !== " " && parent.content.size > offset) continue;
    const tr = state.tr.delete($from.start(), $from.pos);
    return then(state, tr, becomes(found)) ? aided(tr) : null;
  }
  return null;
}

/** Does what a command does after the steps of a transaction, in the same transaction; false where it does nothing. */
function then(state: EditorState, tr: Transaction, command: Command): boolean {
  return command(state.apply(tr), (more) => {
    for (const step of more.steps) tr.step(step);
    tr.setSelection(Selection.fromJSON(tr.doc, more.selection.toJSON() as object));
  });
}

/** Behind what a quotation opens, and behind the signs that open others. */
const OPENS = /^$|[\s([{\u2013\u2014-]$/u;

function characterAt(state: EditorState, typed: string, parent: Node, offset: number): Transaction | null {
  const { pos } = state.selection.$from;
  const before = parent.textBetween(0, offset - typed.length, null, "\ufffc");
  const { double, single } = quotationMarks(languageAt(state));
  const opens =
    OPENS.test(before) ||
    [double, single].some(([open, close]) => open !== close && before.endsWith(open.trim()));
  const instead = (character: string, from = pos - 1) => aided(state.tr.insertText(character, from, pos));
  if (typed === '"') return instead(double[opens ? 0 : 1]);
  if (typed === "'") {
    if (opens) return instead(single[0]);
    const opened = before.lastIndexOf(single[0]) > before.lastIndexOf(single[1]);
    return instead(opened ? single[1] : "’");
  }
  return typed === " " && /(?:^|[^-])--$/.test(before) ? instead("– ", pos - 3) : null;
}

/** The language of the words at the caret, or of the document. */
function languageAt({ selection, doc }: EditorState): string {
  const mark = marks.language.isInSet(selection.$from.marks());
  return (mark && asMark(mark, "language")?.language) ?? settingsOf(doc).language;
}

const key = new PluginKey<boolean>("typing aid");

/** A step of undo of its own, so that it can be taken back without what was typed. */
function aided(tr: Transaction): Transaction {
  return closeHistory(tr).setMeta(key, true).scrollIntoView();
}

/** Whether a transaction is an aid, or completes one with ids. */
function isAid(tr: Transaction): boolean {
  const root: unknown = tr.getMeta("appendedTransaction");
  return tr.getMeta(key) === true || (root instanceof Transaction && root.getMeta(key) === true);
}

/** Knows whether the last thing that happened was an aid: then Backspace takes that back. */
export function typingAids(): Plugin {
  return new Plugin<boolean>({
    key,
    state: {
      init: () => false,
      apply: (tr, last, before, after) =>
        isAid(tr) ||
        // A window says where the caret stands once more when it has drawn it.
        (last && !tr.docChanged && after.selection.eq(before.selection)),
    },
  });
}

export const takeBackAid: Command = (state, dispatch, view) =>
  key.getState(state) === true && undo(state, dispatch, view);

/** The letter that a transaction typed at the caret; null where it did anything else, or an input method is at work. */
export function typedBy(tr: Transaction): string | null {
  const [step, ...more] = tr.steps;
  if (more.length > 0 || !(step instanceof ReplaceStep) || step.from !== step.to) return null;
  if (tr.getMeta(FROM_OTHERS) || tr.getMeta("uiEvent") || tr.getMeta("composition") !== undefined)
    return null;
  if (isHistoryTransaction(tr) || tr.getMeta(key)) return null;
  const { content, size } = step.slice;
  const typed = size === 1 && content.firstChild?.isText ? content.firstChild.text! : null;
  return typed !== null && tr.selection.empty && tr.selection.from === step.from + 1 ? typed : null;
}

const KEPT = "gate-rope typing aids";

/** Whether what is typed is helped along in this browser. */
export function typingIsAided(): boolean {
  return readKept(KEPT) !== "off";
}

export function aidTyping(on: boolean): void {
  keepInBrowser(KEPT, on ? "on" : "off");
}
