import type { Node } from "prosemirror-model";
import { EditorState, TextSelection, type Command, type Plugin, type Transaction } from "prosemirror-state";
import { createDocument, idOf, schema, type NoticeKind } from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/index";

const { nodes } = schema;

export const heading = (level: number, text: string) =>
  nodes.heading.create({ level }, text ? schema.text(text) : []);
export const paragraph = (text = "") => nodes.paragraph.create(null, text ? schema.text(text) : []);
export const list = (...items: string[]) =>
  nodes.bullet_list.create(
    null,
    items.map((item) => nodes.list_item.create(null, paragraph(item))),
  );

/** A notice with a title, or none where it is empty, and what it says in paragraphs. */
export const noticeOf = (kind: NoticeKind, title: string, ...said: string[]) =>
  nodes.notice.create({ kind }, [
    nodes.notice_title.create(null, title ? schema.text(title) : []),
    ...said.map((words) => paragraph(words)),
  ]);

/** An editor's state without a view, its index beside it, for tests of commands and plugins. */
export class Desk {
  state: EditorState;

  constructor(blocks: readonly Node[], plugins: readonly Plugin[] = []) {
    this.state = EditorState.create({ doc: createDocument(blocks), plugins: [...plugins] });
  }

  get index(): DocumentIndex {
    return indexDocument(this.state.doc);
  }

  get doc(): Node {
    return this.state.doc;
  }

  dispatch = (tr: Transaction): void => {
    this.state = this.state.apply(tr);
    this.state.doc.check();
  };

  /** Selects words where they first stand; the caret before them with `empty`. */
  select(words: string, { empty = false } = {}): this {
    let from = -1;
    this.doc.descendants((node, pos) => {
      const at = node.isText ? node.text!.indexOf(words) : -1;
      if (from < 0 && at >= 0) from = pos + at;
    });
    if (from < 0) throw new Error(`“${words}” does not stand in the document`);
    const to = empty ? from : from + words.length;
    this.dispatch(this.state.tr.setSelection(TextSelection.create(this.doc, from, to)));
    return this;
  }

  /** Puts the caret at a position. */
  caret(pos: number): this {
    this.dispatch(this.state.tr.setSelection(TextSelection.create(this.doc, pos)));
    return this;
  }

  run(command: Command): boolean {
    return command(this.state, this.dispatch);
  }

  /** Ids of the blocks, in order. */
  get ids(): (string | null)[] {
    return this.doc.content.content.map((block) => idOf(block));
  }
}
