import { useDocument } from "@/editor";
import { BookmarkList } from "./bookmark-list";
import { FrozenList } from "./frozen-list";
import { LostBookmarks } from "./lost-bookmarks";
import { ManyBookmarks } from "./many-bookmarks";
import { Selected } from "./selected";
import { FilesSection } from "./files-section";
import { SelectedLink } from "./selected-link";
import { SelectedIndexEntries } from "./selected-index-entries";
import { SelectedBookmark } from "./selected-bookmark";
import { OwnStyles } from "./own-styles";
import { StyleSection } from "./style-section";
import { TakeWordsAlong } from "./take-along";

/** The panel at the right: what is selected, and the document's bookmarks. */
export function Inspector() {
  const count = useDocument((it) => it.outline.bookmarks.length);
  return (
    <aside aria-label="Tray" data-region="inspector" className="isolate h-full overflow-y-auto">
      <Selected />
      <FrozenList />
      <SelectedLink />
      <SelectedBookmark />
      <SelectedIndexEntries />
      <TakeWordsAlong />
      <StyleSection />
      <OwnStyles />
      <section aria-label="Bookmarks" className="px-4 py-3">
        {count === 0 ? <NoBookmarks /> : <BookmarkList />}
        <ManyBookmarks />
      </section>
      <LostBookmarks />
      <FilesSection />
    </aside>
  );
}

function NoBookmarks() {
  return (
    <>
      <h2 className="mb-1 text-sm font-semibold">Bookmarks</h2>
      <p className="text-sm text-quiet">
        None yet. Select words, or place the cursor at a spot you keep coming back to, and press Ctrl+Shift+B.
      </p>
    </>
  );
}
