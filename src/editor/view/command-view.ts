import type { EditorState, Transaction } from "prosemirror-state";
import type { EditorView } from "prosemirror-view";
import type { ChunkLayout } from "./chunk-layout";

/** What a view draws, at this moment. */
export interface Drawn {
  readonly state: () => EditorState;
  readonly dispatch: (tr: Transaction) => void;
  readonly layout: () => ChunkLayout;
}

/** A view as commands and plugins of the editor take it: with the document's state and positions, not those of its drawing. */
export function commandView(drawing: EditorView, { state, dispatch, layout }: Drawn): EditorView {
  return new Proxy(drawing, {
    get(view, name) {
      switch (name) {
        case "state":
          return state();
        case "dispatch":
          return dispatch;
        case "endOfTextblock":
          // The state that commands hand over is the document's; the view knows its own.
          return (direction: Parameters<EditorView["endOfTextblock"]>[0]) => view.endOfTextblock(direction);
        case "coordsAtPos":
          return (pos: number, side?: number) => view.coordsAtPos(layout().toDrawn(pos), side);
        case "posAtCoords":
          return (coords: { left: number; top: number }) => {
            const found = view.posAtCoords(coords);
            return found && { pos: layout().toDocument(found.pos), inside: found.inside };
          };
        default: {
          const value: unknown = Reflect.get(view, name);
          return typeof value === "function" ? value.bind(view) : value;
        }
      }
    },
  });
}
