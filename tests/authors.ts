import { joinBackward } from "prosemirror-commands";
import { redo, undo } from "prosemirror-history";
import { Slice, type Mark, type Node } from "prosemirror-model";
import { EditorState, TextSelection, type Command, type Transaction } from "prosemirror-state";
import {
  idOf,
  isKind,
  schema,
  settingsOf,
  sizeOf,
  type DestinationId,
  type LinkTarget,
} from "@/core/document";
import { MoveBlocksStep, stepToJSON } from "@/core/steps";
import { OwnSteps, type AppendRequest, type SentSteps } from "@/core/collab";
import { occurrencesOf } from "@/core/find";
import { addBookmark, renameBookmark } from "@/editor/commands/bookmarks";
import { splitBlockWithId } from "@/editor/commands/blocks";
import { setLevel } from "@/editor/commands/levels";
import { linkRange } from "@/editor/commands/links";
import { replaceWords } from "@/editor/commands/replace-words";
import { coveredText } from "@/editor/plugins/covered-text";
import { undoHistory } from "@/editor/plugins/undo-history";
import { permanentIds } from "@/editor/plugins/permanent-ids";

/** What an author may do in a random session. */
export const EDITS = [
  "type", "type", "type", "type", "split", "join", "level", "delete", "move",
  "bookmark", "rename", "point", "link", "reference", "reword", "compute", "replace", "cut", "paste", "undo", "redo",
] as const; // prettier-ignore
export type EditKind = (typeof EDITS)[number];

/** Edits that take letters out of a document. */
export const MAY_REMOVE: readonly EditKind[] = ["replace", "delete", "cut", "undo", "redo"];

/** One edit: a kind, and numbers from which its place and size are taken. */
export interface Edit {
  readonly kind: EditKind;
  readonly at: number;
  readonly size: number;
  readonly to: number;
}

/** Letters that occur once in a session, so that each can be followed. */
export class Letters {
  given = "";
  private links = 0;

  /** A target that no other link of the session has, of every kind in turn; `id`: a place that stands in the document. */
  target(id: string): LinkTarget {
    const one = `${++this.links}`;
    const words = { exact: one, before: "", after: "" };
    const targets: readonly LinkTarget[] = [
      { kind: "destination", id: id as DestinationId, was: one },
      { kind: "words", ...words },
      { kind: "document", document: `d${one}` },
      { kind: "document", document: "d", id: `p${one}` as DestinationId },
      { kind: "document", document: "d", words },
      { kind: "file", id: "f", page: this.links },
      { kind: "web", url: `https://a.example/${one}` },
      { kind: "mail", address: `m${one}@a.example` },
      { kind: "scheme", url: `news:${one}` },
      { kind: "action", action: { do: "search", words: one } },
    ];
    return targets[this.links % targets.length]!;
  }

  take(): string {
    const letter = String.fromCharCode(0xe000 + this.given.length);
    this.given += letter;
    return letter;
  }

  word(length: number): string {
    return Array.from({ length }, () => this.take()).join("");
  }
}

/** An author with a copy of a document and no screen; the network is whoever calls `request` and `take`. */
export class Author {
  state: EditorState;
  readonly own: OwnSteps;
  /** What kind of edit each own step belongs to, by number. */
  readonly kinds = new Map<number, EditKind>();
  readonly displaced: Node[] = [];
  readonly marked: { id: string; letters: string; before: string }[] = [];
  /** Links this author has made, each with the letters it was put on and all that stood then. */
  readonly linked: { target: LinkTarget; letters: string; before: string }[] = [];
  /** Letters that the author has taken away on purpose. */
  readonly removed = new Set<string>();
  /** Letters that stood here when the author took others away. */
  readonly left = new Set<string>();
  /** Letters that the author has cut and pasted somewhere. */
  readonly pasted = new Set<string>();
  dropped = 0;
  /** Told of what was done here. */
  whenDone: (transactions: readonly Transaction[]) => void = () => {};
  private clipboard: Slice | null = null;

  constructor(
    readonly name: string,
    doc: Node,
    private readonly letters: Letters,
  ) {
    this.state = EditorState.create({ doc, plugins: [...undoHistory(), permanentIds(), coveredText()] });
    this.own = new OwnSteps(name, 0);
  }

  private dispatchAs(kind: EditKind) {
    return (tr: Transaction) => this.apply(tr, kind);
  }

  /** What others did, with what own plugins add to it as your own. */
  receive(tr: Transaction): void {
    this.apply(tr, null);
  }

  private apply(tr: Transaction, kind: EditKind | null): void {
    const { state, transactions } = this.state.applyTransaction(tr);
    if (kind && MAY_REMOVE.includes(kind)) {
      const text = state.doc.textContent;
      for (const letter of text) this.left.add(letter);
      for (const letter of this.state.doc.textContent) if (!text.includes(letter)) this.removed.add(letter);
    }
    this.state = state;
    const before = this.own.waiting.length;
    this.own.add(transactions);
    this.whenDone(transactions);
    if (!kind) return;
    for (const it of this.own.waiting.slice(before)) this.kinds.set(it.number, kind);
  }

  edit({ kind, at, size, to }: Edit): void {
    const { doc } = this.state;
    const dispatch = this.dispatchAs(kind);
    const run = (command: Command) => command(this.state, dispatch);
    const pos = at % (doc.content.size + 1);
    const caret = TextSelection.near(doc.resolve(pos));
    const end = Math.min(pos + (size % 12), doc.content.size);
    if (kind === "type")
      return dispatch(this.state.tr.setSelection(caret).insertText(this.letters.word(1 + (size % 3))));
    if (kind === "undo") return void run(undo);
    if (kind === "redo") return void run(redo);
    if (kind === "move") return this.move(at, size, to);
    if (kind === "paste") {
      if (!this.clipboard) return;
      const tr = this.state.tr.setSelection(caret).replaceSelection(this.clipboard);
      const { content } = this.clipboard;
      for (const letter of content.textBetween(0, content.size)) this.pasted.add(letter);
      this.clipboard = null;
      return dispatch(tr);
    }
    if (kind === "delete" || kind === "cut") {
      if (kind === "cut") this.clipboard = doc.slice(pos, end);
      return dispatch(this.state.tr.deleteRange(pos, end));
    }
    if (kind === "replace") return this.replace(at, size);
    if (kind === "reference" || kind === "reword") return this.refer(kind, pos, size);
    if (kind === "rename") return this.rename(size, to);
    if (kind === "point" || kind === "compute") {
      if (!caret.$from.parent.inlineContent) return;
      const tr = this.state.tr;
      if (kind === "point") addBookmark(tr, caret.from, caret.from, `Point ${size}`);
      else tr.insert(caret.from, schema.nodes.computation.create({ expression: `${size} + ${to}` }));
      return dispatch(tr);
    }
    if (kind === "bookmark" || kind === "link") {
      const range = TextSelection.between(doc.resolve(pos), doc.resolve(end));
      const text = doc.textBetween(range.from, range.to);
      if (text === "") return;
      const tr = this.state.tr;
      if (kind === "link") {
        const target = this.letters.target(idOf(doc.child(size % doc.childCount))!);
        linkRange(tr, range.from, range.to, target);
        this.linked.push({ target, letters: text, before: doc.textContent });
      } else
        this.marked.push({
          id: addBookmark(tr, range.from, range.to, text),
          letters: text,
          before: doc.textContent,
        });
      return dispatch(tr);
    }
    this.state = this.state.apply(this.state.tr.setSelection(caret));
    if (kind === "split") run(splitBlockWithId);
    if (kind === "level") run(setLevel(size % 7));
    if (kind === "join") {
      this.state = this.state.apply(
        this.state.tr.setSelection(
          TextSelection.near(this.state.doc.resolve(this.state.selection.$from.start())),
        ),
      );
      run(joinBackward);
    }
  }

  /** Calls one of the bookmarks something else. */
  private rename(size: number, to: number): void {
    const ids = Object.keys(settingsOf(this.state.doc).registry.bookmarks);
    const id = ids[size % Math.max(1, ids.length)] as DestinationId | undefined;
    if (id) this.dispatchAs("rename")(renameBookmark(this.state.tr, id, `Name ${to}`));
  }

  /** Puts in a cross-reference to one of the headings, or words the first one from a place on in another way. */
  private refer(kind: "reference" | "reword", pos: number, size: number): void {
    const { doc, tr } = this.state;
    const headings = doc.content.content.filter((block) => isKind(block, "heading"));
    const heading = headings[size % Math.max(1, headings.length)];
    if (kind === "reference") {
      const { $from, from } = TextSelection.near(doc.resolve(pos));
      if (!heading || !$from.parent.inlineContent) return;
      const target = { kind: "destination", id: idOf(heading)! };
      return this.dispatchAs(kind)(tr.insert(from, schema.nodes.cross_reference.create({ target })));
    }
    let at = -1;
    doc.descendants((node, where) => {
      if (at < 0 && where >= pos && isKind(node, "cross_reference")) at = where;
    });
    if (at >= 0) this.dispatchAs(kind)(tr.setNodeAttribute(at, "form", ["{title}", "{page}"][size % 2]));
  }

  /** Puts a new letter in place of some that stand apart from each other. */
  private replace(at: number, size: number): void {
    const { doc } = this.state;
    const text = doc.textContent;
    const chosen = [0, 7, 13, 30].slice(0, 1 + (size % 4)).map((by) => text[(at + by) % text.length]!);
    const places = chosen
      .filter((letter, i) => letter && chosen.indexOf(letter) === i)
      .flatMap((words) =>
        occurrencesOf(doc, { words, how: "words", matchCase: true, accents: true, wholeWords: false }),
      )
      .sort((a, b) => a.from - b.from);
    // A letter that two authors pasted stands twice.
    const apart = places.filter((place, i) => i === 0 || place.from >= places[i - 1]!.to);
    if (apart.length > 0) this.dispatchAs("replace")(replaceWords(this.state.tr, apart, ""));
  }

  private move(at: number, size: number, to: number): void {
    const { doc } = this.state;
    const count = doc.childCount;
    const start = at % count;
    const end = Math.min(start + 1 + (size % 4), count);
    const outside = [...Array(count + 1).keys()].filter((border) => border < start || border > end);
    if (outside.length === 0) return;
    const border = (i: number) => sizeOf(doc.content.content.slice(0, i));
    const where = outside[to % outside.length]!;
    this.dispatchAs("move")(
      this.state.tr.step(new MoveBlocksStep(border(start), border(end), border(where))),
    );
  }

  request(): AppendRequest {
    return {
      version: this.own.version,
      ledBy: this.own.ledBy,
      client: this.name,
      steps: this.own.waiting.map(({ number, step }) => ({ number, step: stepToJSON(step) })),
    };
  }

  take(since: SentSteps): void {
    if (this.own.misses(since)) throw new Error("steps were missed");
    const { tr, dropped, displaced } = this.own.take(since, this.state);
    if (tr) this.receive(tr);
    this.dropped += dropped.length;
    this.displaced.push(...displaced);
  }
}

/** A document in a form in which two that mean the same are the same: marks of a letter in no order. */
export function plain(doc: Node): unknown {
  const inline = (node: Node): unknown[] => {
    const letters: unknown[] = [];
    node.forEach((child) => {
      const marks = child.marks.map((mark) => JSON.stringify(mark.toJSON())).sort().join(); // prettier-ignore
      if (child.isText) for (const letter of child.text!) letters.push([letter, marks]);
      else letters.push([child.type.name, child.attrs, marks]);
    });
    return letters;
  };
  const block = (node: Node): unknown =>
    node.isTextblock
      ? [node.type.name, node.attrs, inline(node)]
      : [node.type.name, node.attrs, node.content.content.map(block)];
  return [doc.attrs, doc.content.content.map(block)];
}

/** Letters over which a bookmark stands. */
export function lettersOf(doc: Node, bookmark: string): string {
  return lettersUnder(doc, ({ type, attrs }) => type === schema.marks.bookmark && attrs.id === bookmark);
}

/** Letters that lead to a target. */
export function lettersLeading(doc: Node, target: LinkTarget): string {
  const one = JSON.stringify(target);
  return lettersUnder(
    doc,
    ({ type, attrs }) => type === schema.marks.link && JSON.stringify(attrs.target) === one,
  );
}

function lettersUnder(doc: Node, is: (mark: Mark) => boolean): string {
  let found = "";
  doc.descendants((node) => {
    if (node.isText && node.marks.some(is)) found += node.text;
  });
  return found;
}
