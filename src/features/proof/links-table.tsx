import { useState } from "react";
import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import type { Column } from "@/components/data-table";
import { KIND_NAMES, KindIcon } from "@/components/kind-icons";
import type { DocumentIndex, ReferencePlace } from "@/core/index";
import { isAddress, shortened, type LinkTarget } from "@/core/document";
import { calledOf, referenceWords, resolveLinks, type KnownLibrary, type ResolvedLink } from "@/core/links";
import { type PageNumbers } from "@/core/index";
import { retargetLinks, unlink, useSession } from "@/editor";
import { PlacePicker } from "@/features/frame/place-picker";
import { TargetIcon } from "@/features/frame/target-icon";
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
  { label: "Broken", has: ({ link }) => !link.lands },
  { label: "Within the document", has: ({ link }) => WITHIN.has(link.target.kind) },
  { label: "To other documents", has: ({ link }) => link.target.kind === "document" },
  { label: "To attached files", has: ({ link }) => link.target.kind === "file" },
  { label: "To the web and mail", has: ({ link }) => isAddress(link.target) },
  { label: "Actions", has: ({ link }) => link.target.kind === "action" },
  { label: "Cross-references", has: ({ link }) => link.reference !== undefined },
];

/** Kinds of target that are in the document itself. */
const WITHIN = new Set<LinkTarget["kind"]>(["destination", "words", "top"]);

const COLUMNS: readonly Column<Row>[] = [
  { id: "words", header: "Words", value: (row) => row.words, width: "minmax(5rem, 3fr)" },
  { id: "kind", header: "Kind", value: (row) => row.kind, width: "8.5rem", wide: true },
  {
    id: "leads",
    header: "Leads to",
    value: (row) => row.leads,
    width: "minmax(5rem, 3fr)",
    cell: ({ link, leads }) => (
      <span className="flex items-center gap-2">
        {link.lands && <TargetIcon target={link.target} destination={link.destination} />}
        <span className="truncate">{leads}</span>
      </span>
    ),
  },
  {
    id: "state",
    header: "State",
    value: (row) => row.state,
    width: "minmax(4rem, 2fr)",
    cell: ({ link, state }) =>
      link.lands ? (
        <span className="text-quiet">{state}</span>
      ) : (
        <span className="flex items-center gap-2 text-vermilion" title={state}>
          <KindIcon kind="fault" />
          <span className="truncate">{state}</span>
        </span>
      ),
  },
  { id: "section", header: "Section", value: (row) => row.section, width: "minmax(6rem, 2fr)", wide: true },
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
    referenceWords(reference, from, session.store.index, session.pagesShown);

  function lead(target: LinkTarget) {
    setPicking(false);
    session.dispatch(retargetLinks(session.store.state.tr, links, target, wordsOf));
    session.notices.say(`${counted(links.length, "link leads", "links lead")} there now.`, { undo: true });
    onDone();
  }

  function free() {
    session.dispatch(unlink(session.store.state.tr, links, wordsOf));
    session.notices.say(`Unlinked ${counted(links.length, "link")}; the text stays.`, { undo: true });
    onDone();
  }

  return (
    <>
      <Button onClick={() => setPicking(true)}>Change destination</Button>
      <Button look="quiet" onClick={free}>
        Unlink
      </Button>
      <PlacePicker
        title={`Where ${counted(links.length, "link")} should lead`}
        open={picking}
        onClose={() => setPicking(false)}
        onChoose={lead}
      />
    </>
  );
}

function rowsOf(index: DocumentIndex, pages: PageNumbers | null, library: KnownLibrary): Row[] {
  return resolveLinks(index, library).map((link, i) => ({
    key: `${i} ${link.from}`,
    link,
    words: link.reference ? referenceWords(link.reference, link.from, index, pages) : link.text,
    kind: kindOf(link),
    leads: shortened(calledOf(link.target, index, library), 200) || "Untitled",
    state: link.lands ? "lands" : link.why,
    section: index.sectionAt(link.from)?.name ?? "the beginning",
  }));
}

function kindOf(link: ResolvedLink): string {
  if (link.reference) return "cross-reference";
  const { target } = link;
  if (target.kind === "destination")
    return link.lands && link.destination ? KIND_NAMES[link.destination.kind] : "place";
  return isAddress(target) ? ADDRESS_NAMES[target.kind] : KIND_NAMES[target.kind];
}

const ADDRESS_NAMES = { web: "web", mail: "mail", scheme: "address" } as const;
