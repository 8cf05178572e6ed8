import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Choice, KeptField } from "@/components/field";
import { asKind, shortened } from "@/core/document";
import type { BlockDestination } from "@/core/index";
import { contentsList, listEntries, levelsOf } from "@/core/wayfinding";
import { putContentsAtFront, useSession, useDocument } from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";

const LEVELS = [1, 2, 3, 4, 5, 6].map((level) => ({
  value: String(level),
  label: level === 1 ? "Level 1 only" : `Levels 1 to ${level}`,
}));

/** The list by which readers find sections. */
export function ContentsPart() {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const goToText = useGoToText();
  const list = contentsList(index);
  return (
    <section aria-labelledby="contents-part">
      <h2 id="contents-part" className="mb-1 font-semibold">
        Contents list
      </h2>
      {index.headings.length === 0 && (
        <p className="mb-3 text-quiet">
          There are no headings yet. Give lines a level in Write, and the list fills itself.
        </p>
      )}
      {list ? (
        <ContentsSettings list={list} />
      ) : (
        <>
          <p className="mb-3 text-quiet">
            This document has none. A list at the front lets readers jump to any section.
          </p>
          <Button
            look="main"
            onClick={() => session.dispatch(putContentsAtFront(session.store.state.tr, { from: 1, to: 3 }))}
          >
            Add a contents list at the front
          </Button>
        </>
      )}
      {list && (
        <Button
          className="mt-4"
          onClick={() =>
            goToText(() => {
              session.jumps.to(list.id);
            })
          }
        >
          Show it in the text
        </Button>
      )}
    </section>
  );
}

function ContentsSettings({ list }: { list: BlockDestination }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const node = index.doc.child(list.block);
  const entries = listEntries(index, node);
  return (
    <>
      <div className="mb-4 grid grid-cols-2 gap-3">
        <KeptField
          label="Title of the list"
          value={asKind(node, "contents_list")!.heading}
          onKeep={(title) =>
            session.changeBlock(list.id, (tr, pos) => tr.setNodeAttribute(pos, "heading", title))
          }
        />
        <Choice
          label="Shows"
          value={String(levelsOf(node).to)}
          options={LEVELS}
          onChange={(value) =>
            session.changeBlock(list.id, (tr, pos) =>
              tr.setNodeAttribute(pos, "to", Number(value)).setNodeAttribute(pos, "from", 1),
            )
          }
        />
      </div>
      <p className="mb-1 text-sm text-quiet">{counted(entries.length, "line")}, as readers see them</p>
      <ol
        className="max-h-96 overflow-y-auto rounded-base border border-line bg-raised px-4 py-3 font-serif"
        tabIndex={0}
        aria-label="Lines of the contents list"
      >
        {entries.map((entry) => (
          <li
            key={entry.id}
            className="truncate"
            dir="auto"
            style={{ paddingLeft: `${entry.depth * 1.25}em` }}
          >
            {shortened(entry.text, 200)}
          </li>
        ))}
      </ol>
    </>
  );
}
