import "prosemirror-state";
import "prosemirror-view";

/*
 * What is used of ProseMirror's view and stands in none of its types: it is there in the versions that are pinned.
 */

declare module "prosemirror-state" {
  interface EditorState {
    /** How often the state was asked to bring its selection into view. */
    readonly scrollToSelection: number;
  }
}

declare module "prosemirror-view" {
  interface EditorView {
    readonly input: { readonly shiftKey: boolean };
    /** What tells the view of what the browser changed. */
    readonly domObserver: {
      readonly observer: MutationObserver;
      forceFlush(): void;
      stop(): void;
      start(): void;
      flush(): void;
    };
    /** How the view knows its own elements. */
    readonly docView: { markDirty(from: number, to: number): void };
  }
}
