import { useState } from "react";
import { Button } from "@/components/button";
import { FormButtons } from "@/components/form-buttons";
import { counted } from "@/components/counted";
import { Check, Choice } from "@/components/field";
import { Panel } from "@/components/panel";
import type { DocumentIndex } from "@/core/index";
import { lineOf, shortened } from "@/core/document";
import {
  addBookmarks,
  foundPlaces,
  useSession,
  useDocument,
  type ProposedBookmark,
  type Session,
} from "@/editor";

const KINDS = [
  { value: "figures", label: "All figures" },
  { value: "tables", label: "All tables" },
  { value: "equations", label: "All equations" },
  ...[1, 2, 3, 4, 5, 6].map((level) => ({
    value: `level ${level}`,
    label: `All headings of level ${level}`,
  })),
  { value: "matches", label: "All matches of the search" },
] as const satisfies readonly { value: string; label: string }[];
type Kind = (typeof KINDS)[number]["value"];

/** Sets bookmarks on all of a kind in one go, each with a proposed name that can be left out. */
export function ManyBookmarks() {
  const session = useSession();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button className="mt-3" onClick={() => setOpen(true)}>
        Add several bookmarks
      </Button>
      <Panel
        title="Add several bookmarks"
        open={open}
        onClose={() => setOpen(false)}
        onReturn={() => session.viewport.focus()}
      >
        {open && <ManyForm onDone={() => setOpen(false)} />}
      </Panel>
    </>
  );
}

function ManyForm({ onDone }: { onDone: () => void }) {
  const session = useSession();
  const index = useDocument((it) => it.index);
  const [kind, setKind] = useState<Kind>(() => firstKind(session));
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const proposed = proposedOf(session, index, kind);
  const taken = proposed.filter((_, i) => !left.has(i));

  function add() {
    session.dispatch(addBookmarks(session.store.state.tr, session.store.index, taken));
    session.notices.say(`Set ${counted(taken.length, "bookmark")}.`, { undo: true });
    onDone();
  }

  return (
    <form
      className="flex max-h-[70vh] flex-col gap-3 p-4 pt-1"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Choice
        label="On"
        autoFocus
        value={kind}
        options={KINDS}
        onChange={(value) => {
          setKind(value);
          setLeft(new Set());
        }}
      />
      {proposed.length === 0 ? (
        <p className="text-sm text-quiet">All of them have a bookmark already.</p>
      ) : (
        <ul aria-label="Proposed names" className="grid min-h-0 gap-1 overflow-y-auto">
          {proposed.map(({ name }, i) => (
            <li key={i}>
              <Check
                label={<span dir="auto">{shortened(name, 70)}</span>}
                className="min-h-7!"
                checked={!left.has(i)}
                onChange={(on) => {
                  const next = new Set(left);
                  if (on) next.delete(i);
                  else next.add(i);
                  setLeft(next);
                }}
              />
            </li>
          ))}
        </ul>
      )}
      <FormButtons
        submit={`Set ${counted(taken.length, "bookmark")}`}
        disabled={taken.length === 0}
        onCancel={onDone}
      />
    </form>
  );
}

/** What there is to be bookmarked: matches during a search, else the first kind that the document has. */
function firstKind(session: Session): Kind {
  if (foundPlaces(session.store.state).length > 0) return "matches";
  return (
    KINDS.find(({ value }) => proposedOf(session, session.store.index, value).length > 0)?.value ?? "figures"
  );
}

function proposedOf(session: Session, index: DocumentIndex, kind: Kind): ProposedBookmark[] {
  if (kind === "matches")
    return foundPlaces(session.store.state).map(({ from, to }) => ({
      from,
      to,
      name: nameAround(index, from, to),
    }));
  const places =
    kind === "figures"
      ? index.figures
      : kind === "tables"
        ? index.tables
        : kind === "equations"
          ? index.equations
          : index.headings.filter(({ level }) => kind === `level ${level}`);
  const marked = new Set(index.bookmarks.filter(({ shape }) => shape === "block").map(({ pos }) => pos));
  return places
    .filter(({ pos }) => !marked.has(pos))
    .map(({ id, name }) => ({
      block: id,
      name: shortened([index.captions.get(id), name].filter(Boolean).join(". ") || "Untitled", 80),
    }));
}

/** The words that were found, and the section they stand in. */
function nameAround(index: DocumentIndex, from: number, to: number): string {
  const words = lineOf(index.doc.cut(from, to));
  const section = index.sectionAt(from)?.name;
  return shortened(section ? `${words} in ${section}` : words, 80);
}
