import type { Node } from "prosemirror-model";
import { TextSelection, type EditorState, type Transaction } from "prosemirror-state";
import { Transform } from "prosemirror-transform";
import { replaceWith, mendedIds, rebase, stepFromJSON, type AcceptedStep, type OwnStep } from "@/core/steps";
import { stepName, type SentSteps } from "./messages";

/** Where a whole version stands that was fetched; `last` is the number of your own last step in it. */
interface Whole {
  readonly version: number;
  readonly ledBy?: string;
  readonly last: number;
}

/** What taking accepted steps in came to. */
export interface Taken {
  /** The change to be applied here; null where all was known already. */
  readonly tr: Transaction | null;
  readonly dropped: readonly OwnStep[];
  /** Blocks as their author had them, whose words found no place. */
  readonly displaced: readonly Node[];
}

const NOTHING: Taken = { tr: null, dropped: [], displaced: [] };

/** Marks a transaction that brings in what others did; normalisers leave such a one alone. */
export const FROM_OTHERS = "others";

/**
 * On a transaction that brings in what others did: the steps, to be done after it as your own, that give ids to blocks that
 * your own steps now leave without one, as where a paragraph that was split is no longer in a list.
 */
export const IDS_TO_GIVE = "idsToGive";

/** The authority's document went another way than the copy here: it was put back to an earlier version, and on from there. */
export class OtherLine extends RangeError {}

/** The steps of one client that the authority has not accepted yet, on the version they build on. */
export class OwnSteps {
  private number: number;
  /** The step that led to `version`; not known before one was taken in. */
  ledBy: string | undefined;

  constructor(
    readonly client: string,
    public version: number,
    public waiting: readonly OwnStep[] = [],
  ) {
    this.number = waiting.at(-1)?.number ?? 0;
  }

  /** Takes in what was just done here. */
  add(transactions: readonly Transaction[]): void {
    const own = transactions.flatMap((tr) =>
      tr.getMeta(FROM_OTHERS)
        ? []
        : tr.steps.map((step, i) => ({
            number: ++this.number,
            step,
            inverted: step.invert(tr.docs[i]!),
          })),
    );
    if (own.length > 0) this.waiting = [...this.waiting, ...own];
  }

  /** Whether accepted steps begin after a version that is not known here yet, so that some were missed. */
  misses(since: SentSteps): boolean {
    return since.version > this.version;
  }

  /**
   * Takes accepted steps in, whichever way they came; those seen before are passed over. Throws a RangeError where they do
   * not fit the copy here, which then is not the authority's; an {@link OtherLine} where they follow another step than this copy does.
   */
  take({ version, ledBy, steps }: SentSteps, state: EditorState): Taken {
    const known = this.version - version;
    const here = known === 0 ? ledBy : steps[known - 1] && stepName(steps[known - 1]!);
    if (here && this.ledBy && here !== this.ledBy) throw new OtherLine("the document went another way");
    this.ledBy ??= here;
    const fresh = steps.slice(known);
    let confirmed = 0;
    while (
      confirmed < fresh.length &&
      fresh[confirmed]!.client === this.client &&
      fresh[confirmed]!.number === this.waiting[confirmed]?.number
    )
      confirmed++;
    const others = fresh.slice(confirmed).map((it) => ({
      step: stepFromJSON(it.step),
      own: it.client === this.client ? it.number : null,
    }));
    const waiting = this.waiting.slice(confirmed);
    const last = fresh.at(-1);
    if (others.length === 0) {
      this.waiting = waiting;
      this.version += confirmed;
      if (last) this.ledBy = stepName(last);
      return NOTHING;
    }
    const taken = this.putUnder(state, waiting, others, this.version + fresh.length, 0);
    this.ledBy = stepName(last!);
    return taken;
  }

  /**
   * Puts a whole newer version under your own steps, by whatever way it came about. Own steps up to the number `last` are
   * in it.
   */
  rebaseOnto(target: Node, { version, ledBy, last }: Whole, state: EditorState): Taken {
    const way = replaceWith(new Transform(this.confirmed(state.doc)), target);
    const others = way.steps.map((step) => ({ step, own: null }));
    const taken = this.putUnder(state, this.waiting, others, version, last);
    this.ledBy = ledBy;
    return taken;
  }

  /** Takes back all that waits; answers the blocks that it had changed, as they were here. */
  giveUp(state: EditorState): { tr: Transaction; blocks: readonly Node[] } {
    const before = new Set(this.confirmed(state.doc).content.content);
    const { tr } = this.putUnder(state, this.waiting, [], this.version, this.number);
    return { tr: tr!, blocks: state.doc.content.content.filter((block) => !before.has(block)) };
  }

  /** The document without what waits. */
  private confirmed(doc: Node): Node {
    return [...this.waiting].reverse().reduce((at, { inverted }) => inverted.apply(at).doc ?? at, doc);
  }

  private putUnder(
    state: EditorState,
    own: readonly OwnStep[],
    others: readonly AcceptedStep[],
    version: number,
    acceptedUpTo: number,
  ): Taken {
    const tr = state.tr;
    const { waiting, dropped, displaced, accepted } = rebase(tr, own, others, acceptedUpTo);
    if (state.selection instanceof TextSelection) {
      // The caret stays before what others put in at its spot.
      const { anchor, head } = state.selection;
      const size = tr.doc.content.size;
      const at = (pos: number) => tr.doc.resolve(Math.min(tr.mapping.map(pos, -1), size));
      tr.setSelection(TextSelection.between(at(anchor), at(head), -1));
    }
    // The names of these are those that ProseMirror's history knows.
    tr.setMeta("rebased", own.length).setMeta("addToHistory", false).setMeta(FROM_OTHERS, true);
    tr.setMeta(IDS_TO_GIVE, mendedIds(accepted, tr.doc)?.steps ?? []);
    this.waiting = waiting;
    this.version = version;
    return { tr, dropped, displaced };
  }
}
