import { keymap } from "prosemirror-keymap";
import type { Command, Plugin } from "prosemirror-state";
import { insertEquation, insertFormula } from "../commands/equations";
import { enterInIndex } from "../commands/index-entries";
import { insertNote } from "../commands/notes";

/** What keys do that only a window can; each answers whether it did something. */
export interface WindowKeys {
  readonly link: () => boolean;
  /** Carries the chosen words to the place they should lead to. */
  readonly linkByPointing: () => boolean;
  /** Links a typed list of titles. */
  readonly titleLinks: () => boolean;
  readonly bookmark: () => boolean;
  readonly find: () => boolean;
  readonly titles: () => boolean;
  /** To the field in the tray for what is selected. */
  readonly inspector: () => boolean;
  readonly styles: () => boolean;
  /** Chooses the words of the bookmark at the caret. */
  readonly bookmarkWords: () => boolean;
  /** Takes out a block that is chosen, where links lead to it. */
  readonly takeOut: () => boolean;
  readonly back: () => boolean;
  readonly forward: () => boolean;
  /** Begins a section at the caret. */
  readonly split: Command;
  readonly step: (direction: 1 | -1) => boolean;
  /** Says why a key does nothing here. */
  readonly why: (words: string) => true;
}

/** The keys of the window in which a document is written. */
export function windowKeymap(keys: WindowKeys): Plugin {
  const {
    link,
    linkByPointing,
    titleLinks,
    bookmark,
    find,
    titles,
    inspector,
    styles,
    bookmarkWords,
    takeOut,
    back,
    forward,
    step,
    split,
    why,
  } = keys;
  /** What is put in is written in the tray. */
  const written =
    (insert: Command): Command =>
    (state, dispatch, view) =>
      insert(state, dispatch, view) && (dispatch === undefined || inspector());
  /** A key that does nothing says why. */
  const or =
    (command: Command, words: string): Command =>
    (state, dispatch, view) =>
      command(state, dispatch, view) || (dispatch !== undefined && why(words));
  return keymap({
    "Mod-k": link,
    "Mod-Shift-k": linkByPointing,
    "Mod-Alt-k": titleLinks,
    "Mod-Shift-b": bookmark,
    "Mod-Alt-b": or(bookmarkWords, "There is no bookmark on this text."),
    "Mod-Alt-f": find,
    "Mod-Alt-h": titles,
    "Mod-Alt-s": styles,
    "Mod-Alt-Enter": or(
      split,
      "A section begins in a line of its own: no list, table or caption can be split into sections.",
    ),
    "Mod-Alt-n": or(written(insertNote("foot")), "Can’t insert a note here."),
    "Mod-Alt-i": written(enterInIndex),
    "Mod-Alt-e": or(written(insertFormula), "Can’t insert an equation here."),
    "Shift-Mod-Alt-e": or(written(insertEquation), "Can’t insert an equation here."),
    Delete: takeOut,
    Backspace: takeOut,
    F2: inspector,
    "Shift-Mod-j": back,
    "Mod-Alt-j": forward,
    "Alt-PageDown": () => step(1),
    "Alt-PageUp": () => step(-1),
  });
}
