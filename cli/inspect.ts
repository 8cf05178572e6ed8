import {
  asKind,
  FIRST_PROMISES,
  type LinkTarget,
  type Manuscript,
  type Promises,
  settingsOf,
  documentTitle,
} from "@/core/document";
import { headingNumbers, indexDocument, noteNumber, type DocumentIndex } from "@/core/index";
import type { Dropped } from "@/core/formats";
import { calledOf, referenceWords, resolveLinks } from "@/core/links";
import { PageMap, type PageLayout } from "@/core/layout";
import { brokenPromises, brokenMessage, reachOf } from "@/core/wayfinding";
import { counted } from "./counted";

/** What `gate-rope inspect --json` prints. */
export interface Inspection {
  title: string;
  words: number;
  headings: { level: number; number: string; text: string; anchor: string }[];
  bookmarks: { name: string; anchor: string; kind: "range" | "point" | "block" }[];
  links: { text: string; kind: string; to: string; lands: boolean; why: string | null }[];
  figures: { caption: string; alt: string; anchor: string }[];
  tables: { caption: string; anchor: string }[];
  notes: { number: string; kind: "foot" | "end"; text: string }[];
  /** With `--pages`: how many, and the page of every destination as it is written there. */
  /** With `--reach`: of each section the fewest jumps from the start and back, and how far a way back is at most; and what is promised and broken. */
  reach?: {
    sections: {
      anchor: string;
      text: string;
      fromStart: number | null;
      back: number | null;
      pagesToBack: number | null;
      screensToBack: number | null;
    }[];
    promises: Promises;
    broken: string[];
  };
  pages?: { count: number; destinations: { anchor: string; kind: string; name: string; page: string }[] };
  dropped: readonly Dropped[];
}

/** What is in a document. */
export function inspect(
  { doc }: Manuscript,
  dropped: readonly Dropped[],
  layout: PageLayout | null = null,
  { pages = layout !== null, reach = false }: { readonly pages?: boolean; readonly reach?: boolean } = {},
): Inspection {
  const index = layout?.index ?? indexDocument(doc);
  const anchor = (id: Parameters<typeof index.anchors.of>[0]) => index.anchors.of(id) ?? "";
  const numbers = headingNumbers(index.headings);
  return {
    title: documentTitle(doc),
    words: index.words,
    headings: index.headings.map((heading, i) => ({
      level: heading.level,
      number: numbers[i]!,
      text: heading.name,
      anchor: anchor(heading.id),
    })),
    bookmarks: index.bookmarks.map(({ id, name, shape }) => ({ name, anchor: anchor(id), kind: shape })),
    links: resolveLinks(index).map((link) => ({
      text: link.reference ? referenceWords(link.reference, link.from, index, layout) : link.text,
      kind: link.target.kind,
      to: leadsTo(link.target, index),
      lands: link.lands,
      why: link.lands ? null : link.why,
    })),
    figures: index.figures.map((figure) => ({
      caption: doc.nodeAt(figure.pos)!.textContent,
      alt: asKind(doc.nodeAt(figure.pos)!, "figure")!.alt,
      anchor: anchor(figure.id),
    })),
    tables: index.tables.map((table) => ({ caption: table.name, anchor: anchor(table.id) })),
    notes: index.notes.map(({ place, number, text }) => ({
      number: noteNumber(place, number),
      kind: place,
      text,
    })),
    ...(reach && { reach: reachTold(index, layout) }),
    ...(layout && pages
      ? {
          pages: {
            count: layout.labels.count,
            destinations: index.destinations.map(({ id, kind, name }) => ({
              anchor: anchor(id),
              kind,
              name,
              page: layout.labelOf(id)!,
            })),
          },
        }
      : {}),
    dropped,
  };
}

function reachTold(index: DocumentIndex, layout: PageLayout | null): Inspection["reach"] {
  const pages = layout ? PageMap.of(layout) : undefined;
  const promises = settingsOf(index.doc).returns.promises ?? FIRST_PROMISES;
  const rounded = (off: number | null) => (off === null ? null : Math.round(off * 10) / 10);
  return {
    sections: reachOf(index, pages).map(({ section: { heading }, fromStart, back, ...off }) => ({
      anchor: index.anchors.of(heading.id) ?? "",
      text: heading.name,
      fromStart,
      back,
      pagesToBack: rounded(off.pagesToBack),
      screensToBack: rounded(off.screensToBack),
    })),
    promises,
    broken: brokenPromises(index, promises, pages).map(brokenMessage),
  };
}

/** The same for people. */
export function inspectionText(inspection: Inspection): string {
  const broken = inspection.links.filter((link) => !link.lands);
  const lines = [
    inspection.title,
    [
      counted(inspection.words, "word"),
      counted(inspection.headings.length, "heading"),
      counted(inspection.bookmarks.length, "bookmark"),
      `${counted(inspection.links.length, "link")} (${broken.length} broken)`,
      counted(inspection.figures.length, "figure"),
      counted(inspection.tables.length, "table"),
    ].join(", "),
    "",
    ...inspection.headings.map(
      ({ level, number, text, anchor }) => `${"  ".repeat(level - 1)}${number} ${text}  #${anchor}`,
    ),
    ...list(
      "Bookmarks",
      inspection.bookmarks.map(({ name, anchor, kind }) => `${name}  #${anchor}  (${kind})`),
    ),
    ...list(
      "Broken links",
      broken.map(({ text, why }) => `${text}: ${why ?? ""}`),
    ),
    ...list(
      `Pages (${inspection.pages?.count ?? 0})`,
      (inspection.pages?.destinations ?? []).map(
        ({ anchor, name, page }) => `${page.padStart(5)}  ${name}  #${anchor}`,
      ),
    ),
    ...list(
      "Reach: jumps from the start, jumps back, pages and screens to a way back",
      (inspection.reach?.sections ?? []).map(
        ({ text, anchor, fromStart, back, pagesToBack, screensToBack }) =>
          [fromStart, back, pagesToBack, screensToBack]
            .map((one) => String(one ?? "–").padStart(5))
            .concat(` ${text}  #${anchor}`)
            .join(" "),
      ),
    ),
    ...list("Broken promises", inspection.reach?.broken ?? []),
    ...list(
      "Left out",
      inspection.dropped.map(({ what, count, why }) => `${what}, ${count}: ${why}`),
    ),
  ];
  return lines.join("\n");
}

function list(title: string, entries: readonly string[]): string[] {
  return entries.length > 0 ? ["", title, ...entries.map((entry) => `  ${entry}`)] : [];
}

/** The anchor of a place of the document, or what else a target is called. */
function leadsTo(target: LinkTarget, index: DocumentIndex): string {
  if (target.kind === "mail") return target.address;
  if (target.kind === "destination" && index.standing.has(target.id)) return index.anchors.of(target.id)!;
  return calledOf(target, index);
}
