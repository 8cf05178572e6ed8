import type { Command } from "prosemirror-state";
import { languageFrom, settingsOf } from "@/core/document";

/** Says in which language the document is. */
export function setDocumentLanguage(tag: string): Command {
  return (state, dispatch) => {
    const language = languageFrom(tag);
    if (language === null || language === settingsOf(state.doc).language) return false;
    dispatch?.(state.tr.setDocAttribute("language", language));
    return true;
  };
}
