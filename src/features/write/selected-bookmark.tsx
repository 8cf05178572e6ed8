import { useId } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Check, fieldLook } from "@/components/field";
import { Sign } from "@/components/signs";
import { useTyped } from "@/components/use-typed";
import { shortened, type DestinationId } from "@/core/document";
import { incomingLinks } from "@/core/links";
import { bookmarkIdAt, moveBookmark, setBookmarkField, useSession, useSessionValue } from "@/editor";
import { Concerned } from "./concerned";
import { copyAddress } from "./copy-address";
import { LinksFromElsewhere } from "./links-from-elsewhere";
import { TakeAlong } from "./take-along";

/** The bookmark in which the caret stands: what it is for, and when one wants to come back to it. */
export function SelectedBookmark() {
  const index = useSessionValue((it) => it.outline);
  const id = useSessionValue((it) => bookmarkIdAt(it.index, it.state.selection.from));
  const bookmark = id ? index.bookmarks.find((one) => one.id === id) : undefined;
  const session = useSession();
  const chosen = useSessionValue((it) => !it.state.selection.empty);
  const noteId = useId();
  if (!bookmark) return null;
  const links = incomingLinks(index, bookmark.id).length;
  const set = (field: "note" | "followUp" | "due", value: string | boolean) =>
    session.dispatch(setBookmarkField(session.state.tr, bookmark.id, field, value));
  return (
    <section aria-label="Bookmark at the caret" className="border-b border-line px-4 py-3 text-sm">
      <h2 className="mb-2 flex items-baseline gap-2 font-semibold">
        <Sign kind="bookmark" />
        <span className="min-w-0 flex-1 break-words" dir="auto" title={bookmark.name}>
          {shortened(bookmark.name, 90)}
        </span>
      </h2>
      <dl className="mb-3 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        <dt className="text-quiet">Anchor</dt>
        <dd className="min-w-0 truncate font-mono text-[13px]">#{index.anchors.of(bookmark.id)}</dd>
        <dt className="text-quiet">Links here</dt>
        <dd>{links === 0 ? "none" : counted(links, "link")}</dd>
      </dl>
      <Concerned id={bookmark.id} />
      <LinksFromElsewhere id={bookmark.id} />
      <label htmlFor={noteId} className="mb-1 block font-medium">
        Note to oneself
      </label>
      <Note key={bookmark.id} id={noteId} note={bookmark.note} onKeep={(note) => set("note", note)} />
      <div className="mb-3 flex min-h-8 flex-wrap items-center gap-x-3 gap-y-1">
        <Check label="Come back here" checked={bookmark.followUp} onChange={(on) => set("followUp", on)} />
        {bookmark.followUp && (
          <input
            type="date"
            aria-label="Come back by"
            value={bookmark.due}
            onChange={(event) => set("due", event.target.value)}
            className={fieldLook("w-36")}
          />
        )}
      </div>
      <div className="flex flex-wrap gap-2">
        {bookmark.shape === "range" && (
          <Button onClick={() => session.chooseBookmark(bookmark.id)}>Choose its words</Button>
        )}
        <Button onClick={() => void copyAddress(session, bookmark.id)}>Copy address for readers</Button>
        <TakeAlong id={bookmark.id} />
        {chosen && bookmark.shape !== "block" && (
          <Button look="quiet" onClick={() => putOnChosen(session, bookmark.id)}>
            Put it on what is chosen
          </Button>
        )}
      </div>
    </section>
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
  const { state, index } = session;
  const standing = index.bookmarks.find((one) => one.id === id) ?? null;
  const tr = moveBookmark(state.tr, id, standing, state.selection);
  if (!tr) return session.say("A bookmark can be put on words, or where words can stand.");
  session.dispatch(tr);
  session.say("The bookmark stands there now; its name and its links stay.", { undo: true });
}
