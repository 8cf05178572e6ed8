import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import type { Column } from "@/components/data-table";
import { KIND_NAMES, KindIcon } from "@/components/kind-icons";
import type { Bookmark, Destination, DocumentIndex } from "@/core/index";
import { shortened } from "@/core/document";
import { incomingLinks } from "@/core/links";
import { type PageNumbers } from "@/core/index";
import { setBookmarkField, useSession } from "@/editor";
import { LongList, type Part } from "./long-list";
import { RenameByPattern } from "./rename-by-pattern";

interface Row {
  readonly place: Destination;
  readonly name: string;
  readonly number: string;
  readonly anchor: string;
  readonly links: number;
  readonly page: string;
  /** The date for which a place is flagged, or words; empty for places that are not flagged. */
  readonly due: string;
  readonly section: string;
}

const PARTS: readonly Part<Row>[] = [
  { label: "All places", has: () => true },
  { label: "Never linked", has: ({ links }) => links === 0 },
  { label: "Headings", has: ({ place }) => place.kind === "heading" },
  { label: "Bookmarks", has: ({ place }) => place.kind === "bookmark" },
  {
    label: "Flagged",
    has: ({ due }) => due !== "",
    empty: "Nothing is flagged. “Follow up” in the tray flags the bookmark at the cursor.",
  },
  { label: "Figures", has: ({ place }) => place.kind === "figure" },
  { label: "Tables", has: ({ place }) => place.kind === "table" },
  { label: "Notices", has: ({ place }) => place.kind === "notice" },
  { label: "Equations", has: ({ place }) => place.kind === "equation" },
];

const COLUMNS: readonly Column<Row>[] = [
  {
    id: "name",
    header: "Name",
    value: (row) => `${row.number} ${row.name}`.trim(),
    width: "minmax(7rem, 4fr)",
    cell: ({ place, name, number }) => (
      <span className="flex items-center gap-2">
        <KindIcon kind={place.kind} />
        {number && <span className="shrink-0 text-quiet">{number}</span>}
        <span className="truncate">{name}</span>
      </span>
    ),
  },
  { id: "kind", header: "Kind", value: (row) => KIND_NAMES[row.place.kind], width: "7rem", wide: true },
  {
    id: "anchor",
    header: "Anchor",
    value: (row) => row.anchor,
    width: "minmax(6rem, 2fr)",
    wide: true,
    cell: ({ anchor }) => <span className="font-mono text-[13px]">#{anchor}</span>,
  },
  { id: "links", header: "Links here", value: (row) => row.links, width: "5.5rem", numeric: true },
  { id: "page", header: "Page", value: (row) => row.page, width: "4rem", numeric: true, wide: true },
  { id: "due", header: "Due", value: (row) => row.due, width: "6.5rem", wide: true },
  { id: "section", header: "Section", value: (row) => row.section, width: "minmax(6rem, 2fr)", wide: true },
];

/** Everything a link can lead to, with how many do. */
export function PlacesTable() {
  return (
    <LongList
      of="place"
      rowsOf={rowsOf}
      columns={COLUMNS}
      keyOf={({ place }) => place.id}
      parts={PARTS}
      empty="There are no headings, bookmarks or figures yet."
      goTo={(jumps, { place }) => jumps.to(place.id)}
    >
      {(chosen, _shown, done) => {
        const bookmarks = chosen.flatMap(({ place }) => (place.kind === "bookmark" ? [place] : []));
        return bookmarks.length > 0 && <BookmarkActions bookmarks={bookmarks} onDone={done} />;
      }}
    </LongList>
  );
}

/** What is done with several bookmarks at once. */
function BookmarkActions({ bookmarks, onDone }: { bookmarks: readonly Bookmark[]; onDone: () => void }) {
  const session = useSession();
  const [renaming, setRenaming] = useState(false);
  const allFlagged = bookmarks.every(({ followUp }) => followUp);

  function flag() {
    const tr = session.store.state.tr;
    for (const { id } of bookmarks) setBookmarkField(tr, id, "followUp", !allFlagged);
    session.dispatch(tr);
  }

  function remove() {
    session.removals.begin({
      kind: "bookmarks",
      ids: bookmarks.map(({ id }) => id),
      called: bookmarks.length === 1 ? "A bookmark was" : `${bookmarks.length} bookmarks were`,
    });
    onDone();
  }

  return (
    <>
      <Button onClick={() => setRenaming(true)}>Rename by pattern</Button>
      <Button look="quiet" onClick={flag}>
        {allFlagged ? "Unflag" : "Flag"}
      </Button>
      <Button look="quiet" onClick={remove}>
        Remove {counted(bookmarks.length, "bookmark")}
      </Button>
      <RenameByPattern bookmarks={bookmarks} open={renaming} onClose={() => setRenaming(false)} />
    </>
  );
}

function rowsOf(index: DocumentIndex, pages: PageNumbers | null): Row[] {
  return index.destinations.map((place) => ({
    place,
    name: shortened(place.name, 200) || "Untitled",
    number: index.numbers.get(place.id) ?? index.captions.get(place.id) ?? "",
    anchor: index.anchors.of(place.id) ?? "",
    links: incomingLinks(index, place.id).length,
    page: pages?.labelAt(place.pos) ?? "",
    due: place.kind === "bookmark" && place.followUp ? place.due || "no date" : "",
    section: (place.kind === "heading" ? null : index.sectionAt(place.pos)?.name) ?? "",
  }));
}
