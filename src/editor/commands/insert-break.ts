import { chainCommands, exitCode } from "prosemirror-commands";
import type { Command } from "prosemirror-state";
import { schema } from "@/core/document";

/** Ends the line, not the paragraph; in code it goes on below. */
export const insertBreak: Command = chainCommands(exitCode, (state, dispatch) => {
  dispatch?.(state.tr.replaceSelectionWith(schema.nodes.hard_break.create()).scrollIntoView());
  return true;
});
