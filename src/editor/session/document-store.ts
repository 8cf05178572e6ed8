import type { Node } from "prosemirror-model";
import { EditorState, Selection, type Plugin, type Transaction } from "prosemirror-state";
import { documentTitle, givenTitle } from "@/core/document";
import { indexDocument, type DocumentIndex } from "@/core/index";
import { looksSame } from "@/core/order";
import { DocumentChange } from "../parts/document-change";
import { OneField } from "../parts/one-field";
import { Observable } from "./observable";

/** What became of a transaction, with those that plugins added to it. */
export interface Applied {
  readonly transactions: readonly Transaction[];
  /** How the document changed; null if only the selection did. */
  readonly change: DocumentChange | null;
  /** The index before it. */
  readonly earlier: DocumentIndex;
}

/** The document of a session: the editor's state with its history, and the index that follows it. Knows nothing of a view. */
export class DocumentStore extends Observable {
  state: EditorState;
  index: DocumentIndex;
  /**
   * The index of the last version that differs from the newest in no place, name or link, and in no length that anybody could see. What only
   * shows places draws from this, and so is not drawn again with every key.
   */
  outline: DocumentIndex;
  private readonly oneField = new OneField();

  constructor(doc: Node, plugins: readonly Plugin[]) {
    super();
    this.state = EditorState.create({ doc, plugins: [...plugins] });
    this.index = indexDocument(doc);
    this.outline = this.index;
  }

  /** The title its author gave the document; empty while its first heading is its title. */
  get givenTitle(): string {
    return givenTitle(this.state.doc);
  }

  /** What the document is called. */
  get title(): string {
    return documentTitle(this.state.doc);
  }

  /** Applies a transaction. Subscribers learn of it by {@link announce}, when all that belongs to the change is done. */
  apply(tr: Transaction): Applied {
    const earlier = this.index;
    const before = this.state.doc;
    const { state, transactions } = this.state.applyTransaction(this.oneField.mark(tr));
    this.state = state;
    const changed = transactions.some((transaction) => transaction.steps.length > 0);
    const change = changed ? new DocumentChange(before, state.doc) : null;
    if (change) {
      this.index = indexDocument(state.doc, this.index);
      const { size } = state.doc.content;
      const longer = !looksSame([size], [this.outline.doc.content.size], size);
      if (change.places || change.links || longer) this.outline = this.index;
    }
    return { transactions, change, earlier };
  }

  /** Applies a transaction that changes neither document nor history, such as where the cursors of others stand. */
  applySilently(tr: Transaction): void {
    this.state = this.state.apply(tr);
  }

  /** Puts the caret somewhere before anything is shown. */
  beginAt(caret: number): void {
    const { doc, tr } = this.state;
    this.applySilently(tr.setSelection(Selection.near(doc.resolve(caret))));
  }

  /** Tells subscribers that the document or the selection changed. */
  announce(): void {
    this.notify();
  }
}
