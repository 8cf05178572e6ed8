import type { Node } from "prosemirror-model";
import type { ReactElement } from "react";
import { NodeSelection } from "prosemirror-state";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { Choice, KeptField } from "@/components/field";
import { OneStopList } from "@/components/one-stop-list";
import { KIND_NAMES, KindIcon } from "@/components/kind-icons";
import {
  asKind,
  byKind,
  idOf,
  isKind,
  MAX_SHORT_TITLE_LETTERS,
  shortened,
  type ByInline,
} from "@/core/document";
import { blockPlaceOf, type Destination } from "@/core/index";
import { incomingLinks } from "@/core/links";
import { setSeries, setShortTitle, useSession, useDocument, type DocumentStore } from "@/editor";
import { Concerned } from "./concerned";
import { copyAddress } from "./copy-address";
import { LinksFromElsewhere } from "./links-from-elsewhere";
import { EquationField, SelectedFormula } from "./equation-field";
import { FigureOptions } from "./figure-options";
import { ListOptions } from "./list-options";
import { ListSettings } from "./list-settings";
import { NoticeOptions } from "./notice-options";
import { SelectedComputation } from "./selected-computation";
import { SelectedPages } from "./selected-pages";
import { SelectedPicture } from "./selected-picture";
import { SelectedReference } from "./selected-reference";
import { SelectedNote } from "./selected-note";
import { TableOptions } from "./table-options";
import { TakeAlong } from "./take-along";

/** Everything about what is selected: a heading, a figure, a table, an equation, a note, a contents list. */
export function Selected() {
  const leaf = useDocument(selectedLeaf);
  const pageBreak = useDocument(selectedPageBreak);
  return (
    (leaf && byKind(LEAVES, leaf)) ?? (
      <>
        <SelectedBlock />
        {pageBreak && <SelectedPages block={pageBreak} />}
        <ListOptions />
      </>
    )
  );
}

function SelectedBlock() {
  const block = useDocument(selectedPlace);
  const index = useDocument((it) => it.outline);
  const place = block ? index.destination(idOf(block)!) : undefined;
  if (!block || !place) return null;
  return (
    <section
      aria-label={`Selected ${KIND_NAMES[place.kind]}`}
      className="border-b border-line px-4 py-3 text-sm"
    >
      <h2 className="mb-2 flex items-baseline gap-2 font-semibold">
        <KindIcon kind={place.kind} />
        <span className="min-w-0 flex-1 truncate" dir="auto">
          {place.kind === "heading" ? `Heading, level ${place.level}` : capital(KIND_NAMES[place.kind])}
        </span>
      </h2>
      {place.kind === "heading" && <ShortTitle block={block} />}
      {place.kind === "heading" && <SeriesChoice block={block} />}
      {place.kind === "figure" && <FigureOptions block={block} />}
      {place.kind === "table" && <TableOptions />}
      {place.kind === "notice" && <NoticeOptions block={block} />}
      {place.kind === "equation" && <EquationField node={block} />}
      {place.kind === "contents" && <ListSettings list={block} />}
      <PlaceFacts place={place} />
    </section>
  );
}

/** A note, an equation within a line or a cross-reference that is chosen. */
function selectedLeaf({ state: { selection } }: DocumentStore): Node | null {
  const node = selection instanceof NodeSelection ? selection.node : null;
  return node?.isInline ? node : null;
}

function selectedPageBreak({ state: { selection } }: DocumentStore): Node | null {
  const node = selection instanceof NodeSelection ? selection.node : null;
  return node && isKind(node, "page_break") ? node : null;
}

const nothingToSay = () => null;

/** What is said of something that is chosen in a line; null for the block around it instead. */
const LEAVES: ByInline<[], ReactElement | null> = {
  note: (node) => <SelectedNote note={node} />,
  cross_reference: (_node, reference) => <SelectedReference reference={reference} />,
  computation: (_node, { expression }) => <SelectedComputation expression={expression} />,
  formula: (node) => <SelectedFormula node={node} />,
  picture: (node) => <SelectedPicture node={node} />,
  text: nothingToSay,
  hard_break: nothingToSay,
  note_paragraph: nothingToSay,
  bookmark_point: nothingToSay,
};

/** The innermost block with the caret that is a place to which links can lead. */
function selectedPlace({ state: { selection } }: DocumentStore): Node | null {
  const { $from } = selection;
  const chosen =
    selection instanceof NodeSelection ? selection.node : $from.depth === 0 ? $from.nodeAfter : null;
  const around = Array.from({ length: $from.depth }, (_, i) => $from.node($from.depth - i));
  return [chosen, ...around].find((block) => block?.isBlock && idOf(block) && blockPlaceOf(block)) ?? null;
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function PlaceFacts({ place }: { place: Destination }) {
  const session = useSession();
  const index = useDocument((it) => it.outline);
  const incoming = incomingLinks(index, place.id);
  const section = index.sectionOf(place.id);
  return (
    <>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        <dt className="text-quiet">Anchor</dt>
        <dd className="min-w-0 truncate font-mono text-[13px]" title={index.anchors.of(place.id)}>
          #{index.anchors.of(place.id)}
        </dd>
        {section && (
          <>
            <dt className="text-quiet">Section</dt>
            <dd>{counted(section.words, "word")}</dd>
          </>
        )}
        <dt className="text-quiet">Links here</dt>
        <dd>{incoming.length === 0 ? "none" : incoming.length}</dd>
      </dl>
      <Concerned id={place.id} />
      <LinksFromElsewhere id={place.id} />
      {incoming.length > 0 && (
        <OneStopList className="mt-1">
          {incoming.slice(0, 5).map((link, i) => (
            <li key={link.from}>
              <button
                type="button"
                className="max-w-full truncate text-left underline decoration-hemp underline-offset-3"
                onClick={() => {
                  // Letters typed since have moved it.
                  const now = incomingLinks(session.store.index, place.id)[i];
                  if (now) session.jumps.toPlace(now.from, now.to);
                }}
              >
                “{shortened(link.text, 50)}” in{" "}
                {shortened(index.sectionAt(link.from)?.name ?? "the beginning", 30)}
              </button>
            </li>
          ))}
        </OneStopList>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button onClick={() => void copyAddress(session, place.id)}>Copy address for readers</Button>
        <TakeAlong id={place.id} />
      </div>
    </>
  );
}

function ShortTitle({ block }: { block: Node }) {
  const session = useSession();
  return (
    <div className="mb-3">
      <KeptField
        key={idOf(block)!}
        label="Short title"
        placeholder="as it is"
        hint="What it is called in lists, menus, and headers of pages."
        maxLength={MAX_SHORT_TITLE_LETTERS}
        value={asKind(block, "heading")!.short}
        onKeep={(words) => session.dispatch(setShortTitle(session.store.state.tr, idOf(block)!, words))}
      />
    </div>
  );
}

const SERIES = [
  { value: "style", label: "As its style" },
  { value: "none", label: "Without a number" },
  { value: "appendix", label: "As an appendix" },
] as const;

function SeriesChoice({ block }: { block: Node }) {
  const session = useSession();
  return (
    <div className="mb-3">
      <Choice
        label="Counted"
        value={asKind(block, "heading")?.series ?? "style"}
        options={SERIES}
        onChange={(value) => session.run(setSeries(value === "style" ? null : value), { focus: false })}
      />
    </div>
  );
}
