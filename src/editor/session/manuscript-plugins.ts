import { isKind } from "@/core/document";
import { keymap } from "prosemirror-keymap";
import type { EditorState, Plugin } from "prosemirror-state";
import { currentLevel } from "../commands/levels";
import { manuscriptKeys } from "./text-keys";
import { windowKeymap, type WindowKeys } from "./window-keys";
import { coveredText } from "../plugins/covered-text";
import { glowPlugin } from "../plugins/glow";
import { linkedRangePlugin } from "../plugins/linked-range";
import { lastPlaces } from "../plugins/last-places";
import { matchesPlugin } from "../plugins/matches";
import { othersCaretsPlugin } from "../plugins/others-carets";
import { undoHistory } from "../plugins/undo-history";
import { permanentIds } from "../plugins/permanent-ids";
import { tables } from "../plugins/tables";
import { takeBackAid, typingAids } from "../parts/typing-aids";

/** The plugins of a document's own state; those of its drawing are the view's. */
export function manuscriptPlugins(keys: WindowKeys): Plugin[] {
  const { why } = keys;
  return [
    windowKeymap(keys),
    keymap({ Backspace: takeBackAid }),
    ...manuscriptKeys.map((keys) => keymap(keys)),
    keymap({
      ...Object.fromEntries(
        [0, 1, 2, 3, 4, 5, 6].map((level) => [
          `Mod-Alt-${level}`,
          (state: EditorState) => why(whyNoLevel(state, level)),
        ]),
      ),
      "Mod-z": () => why("There is nothing to undo."),
      "Mod-y": () => why("There is nothing to redo."),
      "Shift-Mod-z": () => why("There is nothing to redo."),
      Tab: (state) =>
        inList(state) && why("The first item of a list can’t be indented: there is no item before it."),
    }),
    ...undoHistory(),
    linkedRangePlugin(),
    glowPlugin(),
    permanentIds(),
    lastPlaces(),
    coveredText(),
    tables(),
    othersCaretsPlugin(),
    matchesPlugin(),
    typingAids(),
  ];
}

function whyNoLevel(state: EditorState, level: number): string {
  if (currentLevel(state) === null)
    return "Levels are for lines of their own, not inside lists, quotations, notices, tables or captions.";
  return level === 0 ? "This is plain text already." : `This has level ${level} already.`;
}

function inList({ selection: { $from } }: EditorState): boolean {
  return Array.from({ length: $from.depth }, (_, i) => $from.node(i + 1)).some((node) =>
    isKind(node, "list_item"),
  );
}
