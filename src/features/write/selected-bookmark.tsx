import { useEffect, useId, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Check, fieldLook, TextField } from "@/components/field";
import { KindIcon } from "@/components/kind-icons";
import { useTyped } from "@/components/use-typed";
import type { Bookmark } from "@/core/index";
import { knownId, shortened, type DestinationId } from "@/core/document";
import { incomingLinks } from "@/core/links";
import {
  bookmarkIdAt,
  freeName,
  moveBookmark,
  renameBookmark,
  setBookmarkField,
  useSession,
  useDocument,
} from "@/editor";
import { Concerned } from "./concerned";
import { copyAddress } from "./copy-address";
import { LinksFromElsewhere } from "./links-from-elsewhere";
import { TakeAlong } from "./take-along";

/** The bookmark in which the caret stands: its name, its note, and the date it is flagged for. */
export function SelectedBookmark() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  // What was just set is shown, also where another bookmark stands on the same words.
  const [set, setSet] = useState<{ id: DestinationId; from: number; to: number } | null>(null);
  const id = useDocument(({ index: newest, state: { selection } }) =>
    set?.from === selection.from && set.to === selection.to ? set.id : bookmarkIdAt(newest, selection.from),
  );
  const bookmark = id ? index.bookmarks.find((one) => one.id === id) : undefined;
  const name = useRef<HTMLInputElement>(null);
  useEffect(
    () =>
      session.dialogs.register("bookmark", (words) => {
        // The next key belongs to the name.
        const { from, to } = session.store.state.selection;
        flushSync(() => setSet({ id: knownId(words), from, to }));
        name.current?.select();
      }),
    [session],
  );
  const chosen = useDocument((it) => !it.state.selection.empty);
  const noteId = useId();
  if (!bookmark) return null;
  const links = incomingLinks(index, bookmark.id).length;
  const change = (field: "note" | "followUp" | "due", value: string | boolean) =>
    session.dispatch(setBookmarkField(session.store.state.tr, bookmark.id, field, value));
  return (
    <section aria-label="Bookmark at the cursor" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 flex items-baseline gap-2 font-semibold">
        <KindIcon kind="bookmark" /> Bookmark
      </h2>
      <Name key={`name of ${bookmark.id}`} field={name} bookmark={bookmark} />
      <label htmlFor={noteId} className="mt-2 mb-1 block font-medium">
        Note to self
      </label>
      <Note key={bookmark.id} id={noteId} note={bookmark.note} onKeep={(note) => change("note", note)} />
      <dl className="mb-3 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        <dt className="text-quiet">Anchor</dt>
        <dd className="min-w-0 truncate font-mono text-[13px]">#{index.anchors.of(bookmark.id)}</dd>
        <dt className="text-quiet">Links here</dt>
        <dd>{links === 0 ? "none" : counted(links, "link")}</dd>
      </dl>
      <Concerned id={bookmark.id} />
      <LinksFromElsewhere id={bookmark.id} />
      <div className="mb-3 flex min-h-8 flex-wrap items-center gap-x-3 gap-y-1">
        <Check label="Follow up" checked={bookmark.followUp} onChange={(on) => change("followUp", on)} />
        {bookmark.followUp && (
          <input
            type="date"
            aria-label="Due"
            value={bookmark.due}
            onChange={(event) => change("due", event.target.value)}
            className={fieldLook("w-36")}
          />
        )}
      </div>
      <div className="flex flex-wrap gap-2">
        {bookmark.shape === "range" && (
          <Button onClick={() => session.chooseBookmark(bookmark.id)}>Select its text</Button>
        )}
        <Button onClick={() => void copyAddress(session, bookmark.id)}>Copy address for readers</Button>
        <TakeAlong id={bookmark.id} />
        {chosen && bookmark.shape !== "block" && (
          <Button look="quiet" onClick={() => putOnChosen(session, bookmark.id)}>
            Move to the selection
          </Button>
        )}
      </div>
    </section>
  );
}

/** What a bookmark is called: any wording will do, and a name that is taken gets a number. */
function Name({ field, bookmark }: { field: React.RefObject<HTMLInputElement | null>; bookmark: Bookmark }) {
  const session = useSession();
  const free = (words: string) => freeName(words, session.store.index, bookmark.id);
  const { shown, type, leave } = useTyped(
    bookmark.name,
    (name) => session.dispatch(renameBookmark(session.store.state.tr, bookmark.id, name)),
    (words) => (words.trim() === "" ? null : free(words).name),
  );
  const taken = shown.trim() !== "" && free(shown).taken;
  return (
    <TextField
      ref={field}
      label="Name"
      dir="auto"
      value={shown}
      onChange={(event) => type(event.target.value)}
      onBlur={() => {
        leave();
        if (taken)
          session.notices.say(
            `“${shortened(shown.trim(), 40)}” was taken, so the bookmark is called “${shortened(bookmark.name, 44)}”.`,
          );
      }}
      onKeyDown={(event) => {
        if (event.key !== "Enter") return;
        // The words are chosen still: in the text Enter would take their place.
        event.preventDefault();
        session.viewport.focus();
      }}
      hint={taken && <>this name is taken, so it becomes “{shortened(free(shown).name, 44)}”</>}
    />
  );
}

function Note({ id, note, onKeep }: { id: string; note: string; onKeep: (note: string) => void }) {
  const { shown, type, leave } = useTyped(note, onKeep);
  return (
    <textarea
      id={id}
      value={shown}
      rows={2}
      onChange={(event) => type(event.target.value)}
      onBlur={leave}
      className="mb-2 w-full rounded-base border border-edge bg-raised px-2.5 py-1.5"
    />
  );
}

/** Puts a bookmark on what is chosen, or at the caret. */
export function putOnChosen(session: ReturnType<typeof useSession>, id: DestinationId): void {
  const { state, index } = session.store;
  const standing = index.bookmarks.find((one) => one.id === id) ?? null;
  const tr = moveBookmark(state.tr, id, standing, state.selection);
  if (!tr) return session.notices.say("Select text, or place the cursor in text, to set the bookmark there.");
  session.dispatch(tr);
  session.notices.say("Bookmark moved; its name and its links stay.", { undo: true });
}
