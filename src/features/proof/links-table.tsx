import { useMemo, useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import { DataTable, type Column } from "@/components/data-table";
import { KIND_NAMES, Sign } from "@/components/signs";
import type { DocumentIndex, ReferencePlace } from "@/core/destinations";
import { addressOf, shortened, type LinkTarget } from "@/core/document";
import { referenceWords, resolveLinks, type PageNumbers, type ResolvedLink } from "@/core/links";
import { retargetLinks, unlink, useSession, useSessionValue } from "@/editor";
import { useGoToText } from "@/features/frame/go-to-text";
import { PlacePicker } from "@/features/frame/place-picker";
import { ListBar } from "./list-bar";

interface Row {
  readonly key: string;
  readonly link: ResolvedLink;
  readonly words: string;
  readonly kind: string;
  readonly leads: string;
  readonly state: string;
  readonly section: string;
}

const PARTS = [
  { value: "all", label: "All links" },
  { value: "adrift", label: "Adrift" },
  { value: "inside", label: "Within the document" },
  { value: "outside", label: "To the web and mail" },
  { value: "references", label: "Cross-references" },
] as const;
type Part = (typeof PARTS)[number]["value"];

const COLUMNS: readonly Column<Row>[] = [
  { id: "words", header: "Words", value: (row) => row.words, width: "minmax(8rem, 3fr)" },
  { id: "kind", header: "Kind", value: (row) => row.kind, width: "8.5rem" },
  {
    id: "leads",
    header: "Leads to",
    value: (row) => row.leads,
    width: "minmax(8rem, 3fr)",
    cell: ({ link, leads }) => (
      <span className="flex items-center gap-2">
        {link.lands && link.destination && <Sign kind={link.destination.kind} />}
        <span className="truncate">{leads}</span>
      </span>
    ),
  },
  {
    id: "state",
    header: "State",
    value: (row) => row.state,
    width: "minmax(5rem, 2fr)",
    cell: ({ link, state }) =>
      link.lands ? (
        <span className="text-quiet">{state}</span>
      ) : (
        <span className="flex items-center gap-2 text-vermilion" title={state}>
          <Sign kind="fault" />
          <span className="truncate">{state}</span>
        </span>
      ),
  },
  { id: "section", header: "Stands in", value: (row) => row.section, width: "minmax(6rem, 2fr)" },
];

/** Every link and cross-reference: where it leads and whether it lands; several can be led elsewhere or unlinked at once. */
export function LinksTable() {
  const session = useSession();
  const index = useSessionValue((it) => it.index);
  const pages = useSessionValue((it) => it.pagesShown);
  const goToText = useGoToText();
  const [filter, setFilter] = useState("");
  const [part, setPart] = useState<Part>("all");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [picking, setPicking] = useState(false);
  const all = useMemo(() => rowsOf(index, pages), [index, pages]);
  const rows = useMemo(() => all.filter(({ link }) => isOf(link, part)), [all, part]);
  const many = rows.filter(({ key }) => chosen.has(key));

  const wordsOf = ({ from, reference }: ReferencePlace) => referenceWords(reference, from, index, pages);

  function lead(target: LinkTarget) {
    setPicking(false);
    session.dispatch(
      retargetLinks(
        session.state.tr,
        many.map(({ link }) => link),
        target,
        wordsOf,
      ),
    );
    session.say(`${counted(many.length, "link leads", "links lead")} there now.`, { undo: true });
    setChosen(new Set());
  }

  function free() {
    session.dispatch(
      unlink(
        session.state.tr,
        many.map(({ link }) => link),
        wordsOf,
      ),
    );
    session.say(`Unlinked ${counted(many.length, "link")}; the words stay.`, { undo: true });
    setChosen(new Set());
  }

  return (
    <>
      <ListBar
        label="Narrow the list of links"
        filter={filter}
        onFilter={setFilter}
        parts={PARTS}
        part={part}
        onPart={setPart}
      >
        <span role="status" className="text-sm text-quiet">
          {many.length > 0 ? `${many.length} chosen` : counted(rows.length, "link")}
        </span>
        {many.length > 0 && (
          <>
            <Button onClick={() => setPicking(true)}>Lead elsewhere</Button>
            <Button look="quiet" onClick={free}>
              Unlink
            </Button>
          </>
        )}
      </ListBar>
      <DataTable
        label="Links"
        rows={rows}
        columns={COLUMNS}
        keyOf={(row) => row.key}
        filter={filter}
        chosen={chosen}
        onChoose={setChosen}
        onOpen={({ link }) => goToText(() => session.jumps.toPlace(link.from, link.to))}
        empty={
          all.length === 0
            ? "There are no links yet. Choose words in the text and press Ctrl+K."
            : "None of the links is like that."
        }
      />
      <PlacePicker
        title={`Where ${counted(many.length, "link")} shall lead`}
        open={picking}
        onClose={() => setPicking(false)}
        onChoose={lead}
      />
    </>
  );
}

function rowsOf(index: DocumentIndex, pages: PageNumbers | null): Row[] {
  return resolveLinks(index).map((link, i) => ({
    key: `${i} ${link.from}`,
    link,
    words: link.reference ? referenceWords(link.reference, link.from, index, pages) : link.text,
    kind: kindOf(link),
    leads: leadsTo(link),
    state: link.lands ? "lands" : link.why,
    section: index.sectionAt(link.from)?.name ?? "the beginning",
  }));
}

function kindOf(link: ResolvedLink): string {
  if (link.reference) return "cross-reference";
  if (link.target.kind === "destination")
    return link.lands && link.destination ? KIND_NAMES[link.destination.kind] : "place";
  return link.target.kind === "mail" ? "mail" : "web";
}

function leadsTo(link: ResolvedLink): string {
  if (link.target.kind !== "destination") return addressOf(link.target);
  const name = link.lands ? (link.destination?.name ?? "") : (link.target.was ?? "");
  return shortened(name, 200) || "Untitled";
}

function isOf(link: ResolvedLink, part: Part): boolean {
  switch (part) {
    case "all":
      return true;
    case "adrift":
      return !link.lands;
    case "inside":
      return link.target.kind === "destination";
    case "outside":
      return link.target.kind !== "destination";
    case "references":
      return link.reference !== undefined;
  }
}
