import { NodeSelection, type EditorState, type Transaction } from "prosemirror-state";
import type { DocumentIndex, LinkPlace, ReferencePlace } from "@/core/index";
import { idOf, shortened, type DestinationId, type LinkTarget } from "@/core/document";
import { impactOf, incomingLinks, referenceWords, type Going, type Impact } from "@/core/links";
import { type PageNumbers } from "@/core/index";
import type { IncomingLink } from "@/core/library";
import type { DocumentChange } from "./document-change";
import { removeBookmark } from "../commands/bookmarks";
import { removeWords, retargetLinks, unlink } from "../commands/links";
import type { Elsewhere } from "./elsewhere";
import { removeSections, stretchesOf } from "../commands/sections";

/** What an author wants to take out. */
export interface Removal {
  /** `blocks`: figures, tables, equations, lists of contents. */
  readonly kind: "sections" | "blocks" | "bookmarks";
  readonly ids: readonly DestinationId[];
  /** What it is called, with its verb: “The dome” was. */
  readonly called: string;
}

/** What becomes of the links that led to what goes. */
export type Fate =
  { readonly kind: "leave" | "unlink" | "words" } | { readonly kind: "lead"; readonly target: LinkTarget };

/** A removal that waits for its author to say what becomes of the links. */
export interface Pending {
  readonly removal: Removal;
  readonly impact: Impact;
  /** Links of other documents that lead to what goes. */
  readonly others: readonly IncomingLink[];
}

/** What removals need of the window they are made in. */
export interface RemovalHost {
  readonly state: EditorState;
  readonly index: DocumentIndex;
  readonly pages: PageNumbers | null;
  readonly elsewhere: Pick<Elsewhere, "incomingTo" | "incoming">;
  dispatch(tr: Transaction): void;
  say(words: string, options: { undo: boolean }): void;
}

/** Takes sections and bookmarks out; where links lead there, only once their author has said what becomes of those. */
export class Removals {
  /** What waits for its author to say what becomes of the links. */
  pending: Pending | null = null;

  constructor(
    private readonly host: RemovalHost,
    private readonly changed: () => void,
  ) {}

  /** Takes something out at once, or asks first where links from elsewhere lead there. */
  begin(removal: Removal): void {
    const impact = impactOf(this.host.index, going(removal, this.host.index));
    const others = this.othersLeadingInto(going(removal, this.host.index));
    if (impact.links.length === 0 && others.length === 0) return this.do(removal, { kind: "leave" });
    this.pending = { removal, impact, others };
    this.changed();
  }

  /** Asks what becomes of the links to a block that is chosen, and takes it out; false where none lead there. */
  beginChosen(): boolean {
    const { state, index, elsewhere } = this.host;
    const { selection } = state;
    const place =
      selection instanceof NodeSelection && selection.$from.depth === 0
        ? index.destination(idOf(selection.node)!)
        : undefined;
    if (!place) return false;
    if (incomingLinks(index, place.id).length === 0 && elsewhere.incomingTo(place.id).length === 0)
      return false;
    const called = shortened(place.name, 40);
    const removal = called ? `“${called}” was` : "What was chosen was";
    this.begin({ kind: "blocks", ids: [place.id], called: removal });
    return true;
  }

  /** Links of other documents that lead to what goes, also to its paragraphs. */
  private othersLeadingInto({ stretches, bookmarks }: Going): IncomingLink[] {
    const { index, elsewhere } = this.host;
    const goes = new Set<string>(bookmarks);
    return elsewhere.incoming.filter(({ to }) => {
      const place = to === null ? undefined : index.destination(to);
      return (
        place !== undefined &&
        (goes.has(place.id) || stretches.some(({ from, to: end }) => from <= place.pos && place.end <= end))
      );
    });
  }

  /** Takes out what waits, and does to the links what was said. */
  decide(fate: Fate): void {
    const { pending } = this;
    this.pending = null;
    if (pending) this.do(pending.removal, fate);
    this.changed();
  }

  cancel(): void {
    this.pending = null;
    this.changed();
  }

  /** Says so where links lead to what an author's change has just taken out. */
  warnAfter(change: DocumentChange, earlier: DocumentIndex): void {
    const { index } = this.host;
    const gone = change.gone.filter((id) => earlier.standing.has(id) && !index.destination(id));
    if (gone.length === 0) return this.warnEmptied(change, earlier);
    const links = gone.reduce((sum, id) => sum + incomingLinks(index, id).length, 0);
    if (links === 0) return;
    const warning =
      links === 1
        ? "1 link pointed to what was deleted and is now broken."
        : `${links} links pointed to what was deleted and are now broken.`;
    this.host.say(warning, { undo: true });
  }

  /** Links still land on a heading without words, but readers find nothing there. */
  private warnEmptied(change: DocumentChange, earlier: DocumentIndex): void {
    const { index } = this.host;
    for (const id of change.emptied) {
      const links = incomingLinks(index, id).length;
      if (links === 0) continue;
      const name = shortened(earlier.destination(id)?.name ?? "", 40);
      const lead = links === 1 ? "1 link leads" : `${links} links lead`;
      return this.host.say(`The heading “${name}” is empty now; ${lead} there.`, { undo: true });
    }
  }

  private do(removal: Removal, fate: Fate): void {
    const { index, state, pages } = this.host;
    const what = going(removal, index);
    // Again: others may have gone on writing.
    const { links } = impactOf(index, what);
    const tr = state.tr.setMeta(ANNOUNCED, true);
    remove(tr, removal, index);
    // What a cross-reference says, it says of the document as it was.
    const words = new Map<LinkPlace, string>();
    const moved = links.map((link) => {
      const now = { ...link, from: tr.mapping.map(link.from, 1), to: tr.mapping.map(link.to, -1) };
      if (link.reference) words.set(now, referenceWords(link.reference, link.from, index, pages));
      return now;
    });
    const wordsOf = (reference: ReferencePlace) => words.get(reference) ?? "";
    if (fate.kind === "unlink") unlink(tr, moved, wordsOf);
    else if (fate.kind === "words") removeWords(tr, moved);
    else if (fate.kind === "lead") retargetLinks(tr, moved, fate.target, wordsOf);
    if (!tr.docChanged) return;
    this.host.dispatch(tr);
    const left = fate.kind === "words" ? wordsBefore(links, index) : "";
    this.host.say(`${removal.called} deleted.${messageFor(links.length, fate)}${left}`, { undo: true });
  }
}

/** How many letters before a cross-reference tell what it belonged to. */
const BEFORE = 30;

/** Tells of the words that stood before cross-references and make no sense without them. */
function wordsBefore(links: readonly LinkPlace[], { doc }: DocumentIndex): string {
  const left = links.flatMap(({ reference, from }) => {
    const start = doc.resolve(from).start();
    const words = reference ? doc.textBetween(Math.max(start, from - BEFORE), from, " ", " ").trim() : "";
    return words ? [words] : [];
  });
  if (left.length === 0) return "";
  const more = left.length > 1 ? `, and before ${left.length - 1} more` : "";
  return ` The words before the cross-reference stay: “…${left[0]}”${more}.`;
}

/** Marks a change whose author was told what it means for links. */
export const ANNOUNCED = "links told";

function going({ kind, ids }: Removal, index: DocumentIndex): Going {
  switch (kind) {
    case "bookmarks":
      return { stretches: [], bookmarks: ids };
    case "sections":
      return { stretches: stretchesOf(index, ids), bookmarks: [] };
    case "blocks":
      return { stretches: blocksOf(index, ids), bookmarks: [] };
  }
}

function blocksOf(index: DocumentIndex, ids: readonly DestinationId[]): { from: number; to: number }[] {
  return ids.flatMap((id) => {
    const place = index.destination(id);
    return place ? [{ from: place.pos, to: place.end }] : [];
  });
}

function remove(tr: Transaction, { kind, ids }: Removal, index: DocumentIndex): void {
  if (kind === "sections") return void removeSections(tr, index, ids);
  if (kind === "blocks") {
    for (const { from, to } of blocksOf(index, ids).reverse()) tr.delete(from, to);
    return;
  }
  const wanted = new Set(ids);
  // From the end, so that each finds its place where it is.
  for (const bookmark of [...index.bookmarks].reverse())
    if (wanted.has(bookmark.id)) removeBookmark(tr, bookmark);
}

function messageFor(links: number, { kind }: Fate): string {
  if (links === 0) return "";
  const one = links === 1;
  const which = one ? " The link that led there" : ` The ${links} links that led there`;
  switch (kind) {
    case "leave":
      return `${which} ${one ? "is" : "are"} now broken.`;
    case "unlink":
      return `${which} ${one ? "is" : "are"} now plain text.`;
    case "words":
      return `${which} ${one ? "was" : "were"} deleted with ${one ? "its" : "their"} words.`;
    case "lead":
      return `${which} ${one ? "leads" : "lead"} elsewhere now.`;
  }
}
