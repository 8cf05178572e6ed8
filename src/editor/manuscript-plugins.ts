import { keymap } from "prosemirror-keymap";
import type { Command, Plugin } from "prosemirror-state";
import { insertEquation, insertFormula } from "./commands/equations";
import { enterInIndex } from "./commands/index-entries";
import { insertNote } from "./commands/notes";
import { manuscriptKeys } from "./keys";
import { coveredText } from "./plugins/covered-text";
import { glowPlugin } from "./plugins/glow";
import { heldRangePlugin } from "./plugins/held-range";
import { lastPlaces } from "./plugins/last-places";
import { matchesPlugin } from "./plugins/matches";
import { othersCaretsPlugin } from "./plugins/others-carets";
import { ownHistory } from "./plugins/own-history";
import { permanentIds } from "./plugins/permanent-ids";
import { tables } from "./plugins/tables";

import { takeBackAid, typingAids } from "./typing-aids";

/** What keys do that only a window can; each answers whether it did something. */
export interface WindowKeys {
  readonly link: () => boolean;
  /** Carries the chosen words to the place to which they shall lead. */
  readonly carry: () => boolean;
  /** Links a typed list of titles. */
  readonly titleLinks: () => boolean;
  readonly bookmark: () => boolean;
  readonly find: () => boolean;
  readonly titles: () => boolean;
  /** To the field in the tray for what is selected. */
  readonly tray: () => boolean;
  readonly styles: () => boolean;
  readonly deck: () => boolean;
  /** Chooses the words of the bookmark at the caret. */
  readonly bookmarkWords: () => boolean;
  /** Takes out a block that is chosen, where links lead to it. */
  readonly takeOut: () => boolean;
  readonly back: () => boolean;
  readonly forward: () => boolean;
  /** Begins a section at the caret. */
  readonly split: Command;
  readonly step: (direction: 1 | -1) => boolean;
}

/** The plugins of a document's own state; those of its drawing are the view's. */
export function manuscriptPlugins(keys: WindowKeys): Plugin[] {
  const {
    link,
    carry,
    titleLinks,
    bookmark,
    find,
    titles,
    tray,
    styles,
    deck,
    bookmarkWords,
    takeOut,
    back,
    forward,
    step,
    split,
  } = keys;
  /** What is put in is written in the tray. */
  const written =
    (insert: Command): Command =>
    (state, dispatch, view) =>
      insert(state, dispatch, view) && (dispatch === undefined || tray());
  return [
    keymap({
      "Mod-k": link,
      "Mod-Shift-k": carry,
      "Mod-Alt-k": titleLinks,
      "Mod-Shift-b": bookmark,
      "Mod-Alt-b": bookmarkWords,
      "Mod-Alt-f": find,
      "Mod-Alt-h": titles,
      "Mod-Alt-s": styles,
      "Mod-Alt-Enter": split,
      "Mod-Alt-n": written(insertNote("foot")),
      "Mod-Alt-i": written(enterInIndex),
      "Mod-Alt-e": written(insertFormula),
      "Shift-Mod-Alt-e": written(insertEquation),
      Delete: takeOut,
      Backspace: takeOut,
      F2: tray,
      F6: deck,
      "Shift-Mod-j": back,
      "Mod-Alt-j": forward,
      "Alt-PageDown": () => step(1),
      "Alt-PageUp": () => step(-1),
    }),
    keymap({ Backspace: takeBackAid }),
    ...manuscriptKeys.map((keys) => keymap(keys)),
    ...ownHistory(),
    heldRangePlugin(),
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
