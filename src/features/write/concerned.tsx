import { useMemo } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { shortened, type DestinationId } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { incomingLinks, oldNames } from "@/core/links";
import { kindOf, titleOf, listEntries, optionsOf } from "@/core/wayfinding";
import { useSession, useDocument, rewordLinks } from "@/editor";

/** A document with a list in each section is not looked through for each section the caret visits. */
const MAX_LISTS = 20;

/**
 * What else shows a place and changes with its name: lists, by themselves; and links that are worded by an earlier name of it, which are worded again
 * in one step.
 */
export function Concerned({ id }: { id: DestinationId }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const lists = useMemo(() => listsOf(index, id), [index, id]);
  const outdated = useMemo(() => outdatedOf(index, id), [index, id]);

  function word() {
    const now = outdatedOf(session.store.index, id);
    session.dispatch(rewordLinks(session.store.state.tr, now));
    session.notices.say(`Updated the words of ${counted(now.length, "link")}.`, { undo: true });
  }

  return (
    <>
      {lists.length > 0 && (
        <p className="mb-1 text-quiet">
          In {counted(lists.length, "list, which updates itself", "lists, which update themselves")}:{" "}
          {lists
            .slice(0, 4)
            .map((name) => `“${shortened(name, 30)}”`)
            .join(", ")}
          {lists.length > 4 && " …"}
        </p>
      )}
      {outdated.length > 0 && (
        <div className="mb-2 flex flex-wrap items-center gap-2">
          <span>
            {counted(outdated.length, "link is", "links are")} with its old name: “
            {shortened(outdated[0]!.link.text, 40)}”.
          </span>
          <Button onClick={word}>Update {outdated.length === 1 ? "its" : "their"} words</Button>
        </div>
      )}
    </>
  );
}

function listsOf(index: DocumentIndex, id: DestinationId): string[] {
  if (index.contentsLists.length > MAX_LISTS) return [];
  return index.contentsLists.flatMap(({ block }) => {
    const node = index.doc.child(block);
    // All that has a name is in an index by the alphabet; to order that for each key would hold it up.
    const holds =
      kindOf(node) === "alphabet"
        ? !optionsOf(node).entries?.[id]?.out
        : listEntries(index, node).some((entry) => entry.id === id);
    if (!holds) return [];
    return [titleOf(node, index.doc)];
  });
}

function outdatedOf(index: DocumentIndex, id: DestinationId) {
  return oldNames(index, incomingLinks(index, id));
}
