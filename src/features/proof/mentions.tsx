import { Button } from "@/components/button";
import { counted } from "@/components/counted";
import type { Column } from "@/components/data-table";
import { KindIcon } from "@/components/kind-icons";
import type { DocumentIndex } from "@/core/index";
import { shortened } from "@/core/document";
import { mentionsIn, type Mention, type MentionedPages } from "@/core/links";
import { linkMentions, useSession } from "@/editor";
import { LongList, type Part } from "./long-list";

interface Row {
  readonly key: string;
  readonly mention: Mention;
  readonly words: string;
  readonly around: string;
  readonly meant: string;
  readonly section: string;
}

const PARTS: readonly Part<Row>[] = [
  { label: "All mentions", has: () => true },
  { label: "With a matching place", has: ({ mention }) => mention.meant !== null },
  { label: "With a wrong number", has: ({ mention }) => mention.meant === null },
];

const COLUMNS: readonly Column<Row>[] = [
  { id: "words", header: "Words", value: (row) => row.words, width: "minmax(4rem, 1fr)" },
  {
    id: "meant",
    header: "Matching place",
    value: (row) => row.meant,
    width: "minmax(6rem, 2fr)",
    cell: ({ mention, meant }) => (
      <span className={`flex items-center gap-2 ${mention.meant ? "" : "text-vermilion"}`} title={meant}>
        <KindIcon kind={mention.meant?.kind ?? "fault"} />
        <span className="truncate">{meant}</span>
      </span>
    ),
  },
  { id: "around", header: "In the text", value: (row) => row.around, width: "minmax(8rem, 3fr)", wide: true },
  {
    id: "section",
    header: "Section",
    value: (row) => row.section,
    width: "minmax(6rem, 1.5fr)",
    wide: true,
  },
];

/** Places that are spoken of in plain words: linked one by one or all at once, as they are or as cross-references. */
export function Mentions() {
  const session = useSession();

  function link(mentions: readonly Mention[], as: "links" | "references") {
    session.dispatch(linkMentions(session.store.state.tr, mentions, as));
    const worded = as === "links" ? 0 : mentions.filter(({ form }) => form !== null).length;
    const links = mentions.length - worded;
    const made = [
      worded > 0 && counted(worded, "cross-reference"),
      links > 0 && `${counted(links, "link")}${worded > 0 ? ", where none says the same" : ""}`,
    ];
    session.notices.say(`Made ${made.filter(Boolean).join(" and ")}.`, { undo: true });
  }

  return (
    <LongList
      of="mention"
      rowsOf={rowsOf}
      columns={COLUMNS}
      keyOf={({ key }) => key}
      parts={PARTS}
      empty="No section, figure, table or page is mentioned without a link."
      goTo={(jumps, { mention }) => jumps.toPlace(mention.from, mention.to)}
    >
      {(chosen, shown, done) => {
        const some = (chosen.length > 0 ? chosen : shown).map(({ mention }) => mention);
        const mentions = some.filter(({ meant }) => meant);
        const make = (as: "links" | "references") => {
          link(mentions, as);
          done();
        };
        return (
          mentions.length > 0 && (
            <>
              <Button onClick={() => make("references")}>Make cross-references of {mentions.length}</Button>
              <Button look="quiet" onClick={() => make("links")}>
                Link the words as they are
              </Button>
            </>
          )
        );
      }}
    </LongList>
  );
}

const AROUND = 40;

/** What is listed of all mentions of a document. */
function rowsOf(index: DocumentIndex, pages: MentionedPages | null): Row[] {
  return mentionsIn(index, pages).map((mention, i) => rowOf(mention, i, index));
}

function rowOf(mention: Mention, i: number, index: DocumentIndex): Row {
  const { from, to, meant, why, text } = mention;
  const $from = index.doc.resolve(from);
  const { parent } = $from;
  const start = $from.start();
  const words = (a: number, b: number) => parent.textBetween(a, b, " ", " ");
  const before = words(Math.max(0, from - start - AROUND), from - start);
  const after = words(to - start, Math.min(parent.content.size, to - start + AROUND));
  const number = meant && (index.numbers.get(meant.id) ?? index.captions.get(meant.id));
  return {
    key: `${i} ${from}`,
    mention,
    words: text,
    around: `…${before}${text}${after}…`,
    meant: meant ? [number, shortened(meant.name, 120) || "Untitled"].filter(Boolean).join(" ") : why,
    section: index.sectionAt(from)?.name ?? "the beginning",
  };
}
