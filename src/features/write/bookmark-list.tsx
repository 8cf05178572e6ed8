import { Eye, EyeOff, Link2, Pencil, Trash2 } from "lucide-react";
import { memo, useMemo, useRef, useState } from "react";
import { Button, IconButton } from "@/components/button";
import { counted } from "@/components/counted";
import { listKeys } from "@/components/list-keys";
import { useBeforeLeaving } from "@/components/use-before-leaving";
import { KindIcon } from "@/components/kind-icons";
import { shortened } from "@/core/document";
import type { Bookmark } from "@/core/index";
import { incomingLinks } from "@/core/links";
import { Segments } from "@/components/segments";
import { freeName, renameBookmark, useSession, useDocument, useSessionValue, type Session } from "@/editor";
import { copyAddress } from "./copy-address";

const ORDERS = [
  { value: "place", label: "by place" },
  { value: "name", label: "by name" },
] as const;
type Order = (typeof ORDERS)[number]["value"];

/** How many are shown at first; more are asked for or found by name. */
const ROWS = 40;
/** A list up to this long is looked through without typing. */
const FEW = 12;

/** The document's bookmarks, by place or by name: go there, rename, copy the address, remove. */
export function BookmarkList() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const shownInText = useSessionValue((it) => it.decorations.bookmarks);
  const [order, setOrder] = useState<Order>("place");
  const bookmarks = useMemo(
    () =>
      order === "place" ? index.bookmarks : [...index.bookmarks].sort((a, b) => a.name.localeCompare(b.name)),
    [index, order],
  );
  const [typed, setTyped] = useState("");
  const [all, setAll] = useState(false);
  const words = typed.trim().toLowerCase();
  const found = words === "" ? bookmarks : bookmarks.filter((it) => it.name.toLowerCase().includes(words));
  const shown = all ? found : found.slice(0, ROWS);
  return (
    <>
      <div className="mb-2 flex items-center justify-between">
        <span className="flex items-center gap-1">
          <h2 className="text-sm font-semibold">Bookmarks</h2>
          <IconButton
            label={shownInText ? "Hide bookmarks while writing" : "Show bookmarks in the text"}
            className="size-7!"
            onClick={() => session.decorations.show("bookmarks", !shownInText)}
          >
            {shownInText ? <Eye size={14} /> : <EyeOff size={14} />}
          </IconButton>
        </span>
        <Segments label="Order of the bookmarks" options={ORDERS} value={order} onChange={setOrder} />
      </div>
      {bookmarks.length > FEW && (
        <input
          type="search"
          aria-label="Find a bookmark by its name"
          placeholder="Find by name"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className="mb-2 h-8 w-full rounded-base border border-edge bg-raised px-2.5 text-sm"
        />
      )}
      {found.length === 0 && <p className="text-sm text-quiet">No bookmark has that name.</p>}
      <ul onKeyDown={listKeys} className="-mx-2">
        {shown.map((bookmark, i) => (
          <BookmarkRow
            key={bookmark.id}
            bookmark={bookmark}
            first={i === 0}
            incoming={incomingLinks(index, bookmark.id).length}
            session={session}
          />
        ))}
      </ul>
      {shown.length < found.length && (
        <Button className="mt-1" onClick={() => setAll(true)}>
          Show all {found.length}
        </Button>
      )}
    </>
  );
}

/** One line of the list. Positions are no part of it, so a key elsewhere does not draw it again. */
const BookmarkRow = memo(function BookmarkRow({ bookmark, first, incoming, session }: Row) {
  const [renaming, setRenaming] = useState(false);
  // The keyboard comes back to the line whose name it changed.
  const renamed = useRef(false);
  // A list of hundreds would have thousands of buttons that nobody sees; drawing them costs every keystroke.
  const [active, setActive] = useState(false);
  if (renaming)
    return (
      <li className="px-2 py-1">
        <RenameField
          bookmark={bookmark}
          session={session}
          onDone={(byKey) => {
            renamed.current = byKey;
            setRenaming(false);
          }}
        />
      </li>
    );
  return (
    <li
      className="relative flex items-start gap-1 rounded-base px-2 py-1 focus-within:bg-wash hover:bg-wash"
      onPointerEnter={() => setActive(true)}
      onPointerLeave={(event) => setActive(event.currentTarget.contains(document.activeElement))}
      onFocus={() => setActive(true)}
      onBlur={(event) => setActive(event.currentTarget.contains(event.relatedTarget))}
    >
      <button
        type="button"
        data-row={bookmark.name}
        ref={(row) => {
          if (row && renamed.current) row.focus();
          renamed.current = false;
        }}
        tabIndex={first ? 0 : -1}
        onClick={() => session.jumps.to(bookmark.id)}
        onKeyDown={(event) => {
          if (event.key === "Delete") remove(session, bookmark);
          if (event.key === "F2") setRenaming(true);
        }}
        className="flex min-w-0 flex-1 items-baseline gap-2 py-1 text-left text-sm"
        title="Go there. F2 renames, Delete removes."
      >
        <KindIcon kind="bookmark" className="mt-1 self-start!" />
        <span className="min-w-0 flex-1">
          <span
            className="block break-words"
            dir="auto"
            title={bookmark.name.length > 90 ? bookmark.name : undefined}
          >
            {shortened(bookmark.name, 90)}
          </span>
          {incoming > 0 && (
            <span className="block text-quiet">{counted(incoming, "link lands", "links land")} here</span>
          )}
        </span>
      </button>
      {active && (
        <span className="absolute top-1 right-1 flex rounded-base bg-wash">
          <IconButton
            className="size-7!"
            label={`Copy address of ${shortened(bookmark.name, 40)}`}
            onClick={() => void copyAddress(session, bookmark.id)}
          >
            <Link2 size={14} />
          </IconButton>
          <IconButton
            className="size-7!"
            label={`Rename ${shortened(bookmark.name, 40)}`}
            onClick={() => setRenaming(true)}
          >
            <Pencil size={14} />
          </IconButton>
          <IconButton
            className="size-7!"
            label={`Remove ${shortened(bookmark.name, 40)}${incoming > 0 ? `, ${counted(incoming, "link lands", "links land")} here` : ""}`}
            onClick={() => remove(session, bookmark)}
          >
            <Trash2 size={14} />
          </IconButton>
        </span>
      )}
    </li>
  );
}, sameRow);

interface Row {
  bookmark: Bookmark;
  first: boolean;
  incoming: number;
  session: Session;
}

function sameRow(a: Row, b: Row): boolean {
  return (
    a.bookmark.id === b.bookmark.id &&
    a.bookmark.name === b.bookmark.name &&
    a.first === b.first &&
    a.incoming === b.incoming
  );
}

function RenameField({
  bookmark,
  session,
  onDone,
}: {
  bookmark: Bookmark;
  session: Session;
  /** `byKey`: by Enter or Escape, and not since the field was left. */
  onDone: (byKey: boolean) => void;
}) {
  const [typed, setTyped] = useState(bookmark.name);
  const ended = useRef(false);
  /** Once: a field that goes is left as well. */
  function end(byKey: boolean): boolean {
    const first = !ended.current;
    ended.current = true;
    if (first) onDone(byKey);
    return first;
  }
  function keep(byKey = false) {
    if (!end(byKey)) return;
    const { name, taken } = freeName(typed, session.store.index, bookmark.id);
    if (typed.trim() === "" || name === bookmark.name) return;
    session.dispatch(renameBookmark(session.store.state.tr, bookmark.id, name));
    if (taken)
      session.notices.say(
        `“${shortened(typed.trim(), 40)}” was taken, so the bookmark is called “${shortened(name, 44)}”.`,
        { undo: true },
      );
  }
  useBeforeLeaving(() => keep());
  return (
    <input
      aria-label={`New name for ${shortened(bookmark.name, 40)}`}
      autoFocus
      dir="auto"
      value={typed}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => keep()}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== "Escape") return;
        // Neither leads to the text, where the next key would change it.
        event.preventDefault();
        event.stopPropagation();
        if (event.key === "Enter") keep(true);
        else end(true);
      }}
      className="h-8 w-full rounded-base border border-edge bg-raised px-2 text-sm"
    />
  );
}

/** Removes a bookmark; where links lead there, it is asked first what becomes of them. */
function remove(session: Session, bookmark: Bookmark): void {
  const called = `The bookmark “${shortened(bookmark.name, 40)}” was`;
  session.removals.begin({ kind: "bookmarks", ids: [bookmark.id], called });
}
