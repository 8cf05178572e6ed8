import { describe, expect, test } from "@jest/globals";
import { history, undo } from "prosemirror-history";
import { Desk, heading, paragraph } from "#tests/editing";
import { FROM_OTHERS } from "@/core/collab";
import { bookmarkEntry, idOf, schema, type DestinationId } from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { addBookmark, removeBookmark } from "../commands/bookmarks";
import { lastPlaces } from "./last-places";
import { permanentIds } from "./permanent-ids";

function desk() {
  const made = new Desk(
    [heading(1, "The dome"), paragraph("One line."), paragraph("Close the slit by hand."), paragraph("End.")],
    [history(), permanentIds(), lastPlaces()],
  );
  const { from, to } = made.select("the slit").state.selection;
  const tr = made.state.tr;
  const id = addBookmark(tr, from, to, "Slit");
  made.dispatch(tr);
  const last = () => made.index.registry.bookmarks[id]?.last;
  return { made, id, last };
}

describe("where the words of a bookmark stood is noted", () => {
  test("when they are taken out, with the block in which they stood; one undo takes both back", () => {
    const { made, id, last } = desk();
    made.select("the slit").dispatch(made.state.tr.deleteSelection());
    const block = idOf(made.doc.child(2))!;
    expect(last()).toEqual({ words: "the slit", section: "The dome", block });
    expect(made.index.lostBookmarks).toEqual([id]);
    made.run(undo);
    expect(last()).toBeUndefined();
    expect(made.index.lostBookmarks).toEqual([]);
  });

  test("with the block before where theirs went as well", () => {
    const { made, last } = desk();
    const before = idOf(made.doc.child(1))!;
    const at = made.doc.child(0).nodeSize + made.doc.child(1).nodeSize;
    made.dispatch(made.state.tr.delete(at, at + made.doc.child(2).nodeSize));
    expect(last()).toEqual({ words: "the slit", section: "The dome", block: before });
  });

  test("not when the bookmark is removed, is only moved, or somebody else takes it out", () => {
    const removed = desk();
    const tr = removed.made.state.tr;
    removeBookmark(tr, removed.made.index.bookmarks[0]!);
    removed.made.dispatch(tr);
    expect(removed.last()).toBeUndefined();
    const others = desk();
    others.made
      .select("the slit")
      .dispatch(others.made.state.tr.deleteSelection().setMeta(FROM_OTHERS, true));
    expect(others.last()).toBeUndefined();
    const typed = desk();
    typed.made.select("hand").dispatch(typed.made.state.tr.insertText("motor"));
    expect(typed.last()).toBeUndefined();
  });

  test("also of a bookmark on a whole block", () => {
    const { made } = desk();
    const id = "onblock" as DestinationId;
    const block = idOf(made.doc.child(3))!;
    made.dispatch(
      made.state.tr.step(
        new RegistryStep({ part: "bookmarks", id, entry: bookmarkEntry("block", "The end", block) }),
      ),
    );
    const { size } = made.doc.content;
    made.dispatch(
      made.state.tr.replaceWith(size - made.doc.child(3).nodeSize, size, schema.nodes.rule.create()),
    );
    expect(made.index.registry.bookmarks[id]!.last).toMatchObject({ words: "End.", section: "The dome" });
  });
});
