import { describe, expect, test } from "@jest/globals";
import { history, redo, undo } from "prosemirror-history";
import { EditorState, TextSelection, type Command } from "prosemirror-state";
import { indexDocument } from "@/core/index";
import { createDocument } from "@/core/document";
import { heading, paragraph } from "../../../tests/editing";
import { addBookmarkOn } from "../commands/bookmarks";
import { linkRange, targetOf } from "../commands/links";
import { setLevel } from "../commands/levels";
import { DocumentChange } from "./document-change";
import { announcementOf } from "./announcement";

/** A state that hears what each change is told as. */
function hearing() {
  const doc = createDocument([heading(1, "Lamp"), paragraph("Trim the wick"), paragraph("Fill it")]);
  let state = EditorState.create({ doc, plugins: [history({ newGroupDelay: 0 })] });
  state = state.apply(state.tr.setSelection(TextSelection.create(doc, 8, 12)));
  let told: string | null = null;
  return {
    get state() {
      return state;
    },
    run(command: Command): string | null {
      told = null;
      command(state, (tr) => {
        const before = indexDocument(state.doc);
        state = state.apply(tr);
        const after = indexDocument(state.doc, before);
        told = announcementOf(tr, new DocumentChange(before.doc, after.doc), { before, after });
      });
      return told;
    },
  };
}

describe("what is told aloud", () => {
  test("is which level was given, and which was taken back", () => {
    const it = hearing();
    expect(it.run(setLevel(2))).toBe("Level 2: Trim the wick");
    expect(it.run(undo)).toBe("Undone: level 2: Trim the wick");
    expect(it.run(redo)).toBe("Done again: level 2: Trim the wick");
    expect(it.run(setLevel(0))).toBe("Plain text: Trim the wick");
  });

  test("is a bookmark that was set, and where a link leads", () => {
    const it = hearing();
    const mark: Command = ({ tr, selection }, dispatch) => {
      addBookmarkOn(tr, selection, "Wick");
      dispatch?.(tr);
      return true;
    };
    expect(it.run(mark)).toBe("Bookmark set");
    const link: Command = ({ doc, tr }, dispatch) => {
      dispatch?.(linkRange(tr, 8, 12, targetOf(indexDocument(doc).headings[0]!)));
      return true;
    };
    expect(it.run(link)).toBe("Linked to Lamp");
    expect(it.run(undo)).toBe("Undone: linked to Lamp");
  });

  test("is nothing of letters, which are heard as they are typed", () => {
    const it = hearing();
    expect(it.run(({ tr }, dispatch) => (dispatch?.(tr.insertText("x", 9)), true))).toBeNull();
    expect(it.run(undo)).toBe("Undone: words");
  });
});
