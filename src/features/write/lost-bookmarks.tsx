import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { shortened } from "@/core/document";
import { incomingLinks } from "@/core/links";
import { dropBookmark, useSession, useDocument } from "@/editor";
import { putOnChosen } from "./selected-bookmark";

/** Bookmarks whose words were taken out though nobody removed the bookmark: to be put back somewhere, or dropped. */
export function LostBookmarks() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const lost = index.lostBookmarks;
  if (lost.length === 0) return null;
  return (
    <section aria-label="Lost" className="px-4 py-3 text-sm">
      <h2 className="mb-1 font-semibold">Lost bookmarks: their text was deleted</h2>
      <ul>
        {lost.map((id) => {
          const { name, last } = index.registry.bookmarks[id]!;
          const links = incomingLinks(index, id).length;
          return (
            <li key={id} className="py-1.5">
              <p className="break-words" dir="auto">
                {shortened(name, 90)}
                {links > 0 && (
                  <span className="text-vermilion"> · {counted(links, "link leads", "links lead")} here</span>
                )}
              </p>
              {last && (
                <p className="break-words text-quiet" dir="auto">
                  {last.words && `“${shortened(last.words, 90)}” `}
                  {last.section ? `in ${shortened(last.section, 50)}` : "at the beginning"}
                </p>
              )}
              <div className="mt-1 flex flex-wrap gap-2">
                {last?.block && (
                  <Button onClick={() => session.goToWords(last.block!, 0, 0)}>
                    Go to its last position
                  </Button>
                )}
                <Button onClick={() => putOnChosen(session, id)}>Move to the selection</Button>
                <Button
                  look="quiet"
                  onClick={() => {
                    session.dispatch(dropBookmark(session.store.state.tr, id));
                    session.notices.say(`Deleted “${shortened(name, 40)}”.`, { undo: true });
                  }}
                >
                  Delete
                </Button>
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
