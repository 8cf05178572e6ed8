import { keymap } from "prosemirror-keymap";
import type { Plugin } from "prosemirror-state";
import { manuscriptKeys } from "./keys";
import { coveredText } from "./plugins/covered-text";
import { glowPlugin } from "./plugins/glow";
import { heldRangePlugin } from "./plugins/held-range";
import { matchesPlugin } from "./plugins/matches";
import { othersCaretsPlugin } from "./plugins/others-carets";
import { ownHistory } from "./plugins/own-history";
import { permanentIds } from "./plugins/permanent-ids";
import { tables } from "./plugins/tables";

/** What keys do that only a window can; each answers whether it did something. */
export interface WindowKeys {
  readonly link: () => boolean;
  readonly bookmark: () => boolean;
  readonly find: () => boolean;
  readonly titles: () => boolean;
  readonly back: () => boolean;
}

/** The plugins of a document's own state; those of its drawing are the view's. */
export function manuscriptPlugins({ link, bookmark, find, titles, back }: WindowKeys): Plugin[] {
  return [
    keymap({
      "Mod-k": link,
      "Mod-Shift-b": bookmark,
      "Mod-Alt-f": find,
      "Mod-Alt-h": titles,
      "Shift-Mod-j": back,
    }),
    ...manuscriptKeys.map((keys) => keymap(keys)),
    ...ownHistory(),
    heldRangePlugin(),
    glowPlugin(),
    permanentIds(),
    coveredText(),
    tables(),
    othersCaretsPlugin(),
    matchesPlugin(),
  ];
}
