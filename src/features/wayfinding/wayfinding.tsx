"use client";

import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Choice, TextField } from "@/components/field";
import { Sign } from "@/components/signs";
import { returnsDownTo, shortened, type ReturnRule } from "@/core/document";
import type { BlockDestination } from "@/core/destinations";
import { listEntries, returnLinks } from "@/core/wayfinding";
import { putContentsAtFront, setReturns, useSession, useSessionValue } from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";

/** The stage on which readers get their ways: the contents list and the links back. All of it is always current. */
export function Wayfinding() {
  return (
    <main className="h-full overflow-y-auto">
      <div className="mx-auto grid max-w-5xl gap-x-12 gap-y-8 px-6 py-8 md:grid-cols-2">
        <h1 className="font-serif text-2xl font-semibold md:col-span-2">Wayfinding</h1>
        <ContentsPart />
        <ReturnsPart />
      </div>
    </main>
  );
}

const LEVELS = [1, 2, 3, 4, 5, 6].map((level) => ({
  value: String(level),
  label: level === 1 ? "Level 1 only" : `Levels 1 to ${level}`,
}));

function ContentsPart() {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const goToText = useGoToText();
  const list = index.contentsLists[0];
  return (
    <section aria-labelledby="contents-part">
      <h2 id="contents-part" className="mb-1 font-semibold">
        Contents list
      </h2>
      {index.headings.length === 0 && (
        <p className="mb-3 text-quiet">
          There are no headings yet. On Write, give titles a level; the list then fills itself.
        </p>
      )}
      {list ? (
        <ContentsSettings list={list} />
      ) : (
        <>
          <p className="mb-3 text-quiet">
            The document has none. One at the front lets readers go to any section from the start.
          </p>
          <Button
            look="main"
            onClick={() => session.dispatch(putContentsAtFront(session.state.tr, { from: 1, to: 3 }))}
          >
            Put a contents list at the front
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
  const index = useSessionValue((it) => it.outline);
  const node = index.doc.nodeAt(list.pos)!;
  const entries = listEntries(index, node);
  return (
    <>
      <div className="mb-4 grid grid-cols-2 gap-3">
        <TextField
          key={node.attrs.heading as string}
          label="Title of the list"
          defaultValue={node.attrs.heading as string}
          onBlur={(event) =>
            event.target.value !== node.attrs.heading &&
            session.dispatch(session.state.tr.setNodeAttribute(list.pos, "heading", event.target.value))
          }
        />
        <Choice
          label="Shows"
          value={String(node.attrs.to)}
          options={LEVELS}
          onChange={(value) =>
            session.dispatch(
              session.state.tr
                .setNodeAttribute(list.pos, "to", Number(value))
                .setNodeAttribute(list.pos, "from", 1),
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

const RETURN_CHOICES = [
  { value: "0", label: "No return links" },
  { value: "1", label: "After each section of level 1" },
  { value: "2", label: "After each section of levels 1 and 2" },
  { value: "3", label: "After each section of levels 1 to 3" },
];

function ReturnsPart() {
  const session = useSession();
  const index = useSessionValue((it) => it.outline);
  const rule = index.doc.attrs.returns as ReturnRule;
  const links = returnLinks(index);
  const contents = index.contentsLists[0];
  return (
    <section aria-labelledby="returns-part">
      <h2 id="returns-part" className="mb-1 font-semibold">
        Ways back
      </h2>
      <p className="mb-3 text-quiet">
        A return link takes readers back to{" "}
        {contents ? "the contents list" : "the top, as there is no contents list"}.
      </p>
      <div className="flex flex-col gap-3">
        <Choice
          label="Return links"
          value={String(Math.max(0, ...rule.levels))}
          options={RETURN_CHOICES}
          onChange={(value) =>
            session.dispatch(
              setReturns(session.state.tr, { ...returnsDownTo(Number(value)), words: rule.words }),
            )
          }
        />
        {rule.levels.length > 0 && (
          <TextField
            key={rule.words}
            label="Words of the link"
            placeholder={contents ? "Back to contents" : "Back to top"}
            defaultValue={rule.words}
            onBlur={(event) =>
              event.target.value.trim() !== rule.words &&
              session.dispatch(setReturns(session.state.tr, { ...rule, words: event.target.value.trim() }))
            }
          />
        )}
      </div>
      {rule.levels.length > 0 && (
        <>
          <p className="mt-4 mb-1 text-sm text-quiet">
            {counted(links.length, "return link")}, one after each of these sections
          </p>
          <ul
            className="max-h-80 overflow-y-auto rounded-base border border-line bg-raised px-4 py-3"
            tabIndex={0}
            aria-label="Sections with a return link"
          >
            {links.map((link) => (
              <li key={link.section.id} className="flex gap-2 truncate" dir="auto">
                <Sign kind="heading" /> {shortened(link.section.name, 100) || "Untitled"}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
