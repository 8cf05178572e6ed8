import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import type { Column } from "@/components/data-table";
import { KIND_NAMES, Sign } from "@/components/signs";
import type { DocumentIndex, ReferencePlace } from "@/core/destinations";
import { addressOf, shortened, type LinkTarget } from "@/core/document";
import { referenceWords, resolveLinks, type PageNumbers, type ResolvedLink } from "@/core/links";
import { retargetLinks, unlink, useSession } from "@/editor";
import { PlacePicker } from "@/features/frame/place-picker";
import { LongList, type Part } from "./long-list";

interface Row {
  readonly key: string;
  readonly link: ResolvedLink;
  readonly words: string;
  readonly kind: string;
  readonly leads: string;
  readonly state: string;
  readonly section: string;
}

const PARTS: readonly Part<Row>[] = [
  { label: "All links", has: () => true },
  { label: "Adrift", has: ({ link }) => !link.lands },
  { label: "Within the document", has: ({ link }) => link.target.kind === "destination" },
  { label: "To the web and mail", has: ({ link }) => link.target.kind !== "destination" },
  { label: "Cross-references", has: ({ link }) => link.reference !== undefined },
];

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
  return (
    <LongList
      of="link"
      rowsOf={rowsOf}
      columns={COLUMNS}
      keyOf={({ key }) => key}
      parts={PARTS}
      empty="There are no links yet. Choose words in the text and press Ctrl+K."
      goTo={(jumps, { link }) => jumps.toPlace(link.from, link.to)}
    >
      {(chosen, _shown, done) =>
        chosen.length > 0 && <Mend links={chosen.map(({ link }) => link)} onDone={done} />
      }
    </LongList>
  );
}

/** Leads chosen links elsewhere, or unlinks them. */
function Mend({ links, onDone }: { links: readonly ResolvedLink[]; onDone: () => void }) {
  const session = useSession();
  const [picking, setPicking] = useState(false);
  const wordsOf = ({ from, reference }: ReferencePlace) =>
    referenceWords(reference, from, session.index, session.pagesShown);

  function lead(target: LinkTarget) {
    setPicking(false);
    session.dispatch(retargetLinks(session.state.tr, links, target, wordsOf));
    session.say(`${counted(links.length, "link leads", "links lead")} there now.`, { undo: true });
    onDone();
  }

  function free() {
    session.dispatch(unlink(session.state.tr, links, wordsOf));
    session.say(`Unlinked ${counted(links.length, "link")}; the words stay.`, { undo: true });
    onDone();
  }

  return (
    <>
      <Button onClick={() => setPicking(true)}>Lead elsewhere</Button>
      <Button look="quiet" onClick={free}>
        Unlink
      </Button>
      <PlacePicker
        title={`Where ${counted(links.length, "link")} shall lead`}
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
