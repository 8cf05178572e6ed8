import { Fragment, type Node } from "prosemirror-model";
import { DocAttrStep, ReplaceAroundStep, ReplaceStep, type Step } from "prosemirror-transform";
import { checkFromOutside, commentsOn, schema, settingsOf } from "@/core/document";
import {
  changedRun,
  mapOver,
  allIds,
  mendedIds,
  RegistryStep,
  ReplaceWordsStep,
  stepFromJSON,
  stepToJSON,
  type StepJSON,
} from "@/core/steps";
import { indexDocument, type DocumentIndex } from "@/core/index";
import { AUTHORITY, stepName, type AppendRequest, type SentSteps } from "@/core/collab";
import { messageOf } from "@/core/thrown";
import { isServerError, ServerError } from "../http/errors";
import type { StoredStep } from "./stored-documents";

/** One document in memory at its newest version. Immutable: each accepted request makes a new one. */
export class OpenDocument {
  private ownIndex: DocumentIndex | null = null;

  private constructor(
    readonly doc: Node,
    readonly version: number,
    /** The newest steps, the last leading to `version`. */
    private readonly recent: readonly StoredStep[],
    /** Highest number of the steps of each client that was seen. */
    private readonly numbers: ReadonlyMap<string, number>,
    private readonly ids: ReadonlySet<string>,
    private readonly earlier: DocumentIndex | null,
  ) {}

  static of(doc: Node, version: number, recent: readonly StoredStep[]): OpenDocument {
    const ids = allIds(doc);
    const numbers = new Map<string, number>();
    for (const { client, number } of recent) numbers.set(client, number);
    return new OpenDocument(doc, version, recent, numbers, ids, null);
  }

  /** The memory it takes with its index, in bytes, as estimated from its length. */
  get bytes(): number {
    return BYTES_PER_DOCUMENT + this.doc.content.size * BYTES_PER_POSITION;
  }

  /** Counted when somebody asks: keeping a step does not need it. */
  get index(): DocumentIndex {
    return (this.ownIndex ??= indexDocument(this.doc, this.earlier ?? undefined));
  }

  /** The steps after a version; null where they are not in memory. */
  since(version: number): SentSteps | null {
    const steps = this.stepsSince(version);
    return steps && { version, steps: steps.map(sent) };
  }

  withLastNumber(client: string, number: number): OpenDocument {
    if ((this.numbers.get(client) ?? -1) >= number) return this;
    const numbers = new Map(this.numbers).set(client, number);
    const { doc, version, recent, ids } = this;
    return new OpenDocument(doc, version, recent, numbers, ids, this.ownIndex ?? this.earlier);
  }

  lastNumber(client: string): number | undefined {
    return this.numbers.get(client);
  }

  /**
   * Takes a client's steps in; answers the document with them, and the steps as they were accepted. Steps on an older
   * version are brought to the newest, up to the first that has no plain place there: who sends hundreds would wait for
   * ever beside somebody who goes on writing, if one of them held up the rest. What takes too long is cut short likewise. `between` are the steps since their version.
   * The same number is taken once: a request sent twice brings nothing new. Throws a {@link ServerError}: 409 with the steps
   * in between when their author has to rebase the first, 422 when they do not fit.
   */
  accept(request: AppendRequest, between: readonly StoredStep[] | null): Accepted {
    const { client, version, steps } = request;
    if (version > this.version)
      throw new ServerError(409, "future-version", "These changes build on a version that does not exist.", {
        version: this.version,
      });
    if (!between)
      throw new ServerError(410, "gone", "The changes since your version are no longer here.", {
        version: this.version,
      });
    const last = this.numbers.get(client) ?? 0;
    if (steps[0]!.number <= last) return { open: this, rows: [] };
    if (steps.some(({ number }, i) => i > 0 && number <= steps[i - 1]!.number))
      throw unfit("the steps are not in order");
    // What is not taken now, its author sends again; so no request holds up the others for long.
    const atOnce = between.length > 0 ? Math.max(1, Math.floor(MAX_MAPPINGS / between.length)) : steps.length;
    let own = steps.slice(0, atOnce).map(({ step }) => parsed(step));
    if (between.length > 0) {
      own = mapOver(
        own,
        between.map((it) => it.step),
        this.doc,
      );
      if (own.length === 0) throw newer(this.version, { version, steps: between.map(sent) });
    }
    let doc = this.doc;
    const accepted: Row[] = [];
    const take = (step: Step, json: StepJSON, by: string, number: number) => {
      doc = after(doc, step);
      accepted.push({
        version: this.version + accepted.length + 1,
        client: by,
        number,
        json,
        step,
        ...sizes(step),
      });
    };
    try {
      const until = performance.now() + MAX_MS_PER_REQUEST;
      for (const [i, step] of own.entries()) {
        if (i > 0 && performance.now() > until) {
          own = own.slice(0, i);
          break;
        }
        take(step, between.length > 0 ? stepToJSON(step) : steps[i]!.step, client, steps[i]!.number);
      }
      check(this.doc, doc, own);
      const mended = mendedIds(this.doc, doc, this.ids);
      const before = this.numbers.get(AUTHORITY) ?? 0;
      mended?.steps.forEach((step, i) => take(step, stepToJSON(step), AUTHORITY, before + i + 1));
      return { open: this.with(doc, accepted, mended?.ids ?? this.ids), rows: accepted };
    } catch (error) {
      if (between.length > 0 && isServerError(error) && error.code === "invalid-steps")
        throw newer(this.version, { version, steps: between.map(sent) });
      throw error;
    }
  }

  /** The name of the step that led to a version, where that step is in memory. */
  ledBy(version: number): string | undefined {
    const step = version > 0 ? this.stepsSince(version - 1)?.[0] : undefined;
    return step && stepName(step);
  }

  /** The newest steps after a version, from memory. */
  stepsSince(version: number): readonly StoredStep[] | null {
    const count = this.version - version;
    return count > this.recent.length ? null : this.recent.slice(this.recent.length - count);
  }

  private with(doc: Node, rows: readonly Row[], ids: ReadonlySet<string>): OpenDocument {
    const recent = [...this.recent, ...rows];
    const numbers = new Map(this.numbers);
    for (const { client, number } of rows) numbers.set(client, number);
    return new OpenDocument(
      doc,
      this.version + rows.length,
      recent.length > 2 * STEPS_IN_MEMORY ? recent.slice(-STEPS_IN_MEMORY) : recent,
      numbers,
      ids,
      this.ownIndex ?? this.earlier,
    );
  }
}

/** Measured at 10 to 1,000 pages with the index made: 10.5 to 11.3 bytes a position. */
const BYTES_PER_POSITION = 11;
const BYTES_PER_DOCUMENT = 20_000;
const STEPS_IN_MEMORY = 1_000;
/** How long the steps of one request may take to apply, in milliseconds, and how often they may be mapped over others. */
const MAX_MS_PER_REQUEST = 250;
const MAX_MAPPINGS = 500_000;

/** A step to be stored. */
export interface Row extends StoredStep {
  readonly added: number;
  readonly removed: number;
}

export interface Accepted {
  readonly open: OpenDocument;
  /** Empty where all had been accepted before. */
  readonly rows: readonly Row[];
}

export function sent({ client, number, json }: StoredStep) {
  return { client, number, step: json };
}

function newer(version: number, since: SentSteps): ServerError {
  return new ServerError(409, "newer-version", "There is a newer version of this document.", {
    version,
    since,
  });
}

function unfit(why: string): ServerError {
  return new ServerError(422, "invalid-steps", `These changes do not fit the document: ${why}`);
}

function parsed(json: StepJSON): Step {
  try {
    return inOrder(stepFromJSON(json));
  } catch (error) {
    throw unfit(messageOf(error));
  }
}

/** A step that ends before it begins would double what lies between. Throws a RangeError. */
function inOrder(step: Step): Step {
  const { from, gapFrom, gapTo, to } = step;
  const places = [from, gapFrom, gapTo, to].filter((place) => place !== undefined);
  if (places.some((place, i) => !Number.isInteger(place) || place < (i > 0 ? places[i - 1]! : 0)))
    throw new RangeError("a change ends before it begins");
  return step;
}

function after(doc: Node, step: Step): Node {
  try {
    const result = step.apply(doc);
    if (result.doc) return result.doc;
    throw new RangeError(result.failed ?? "the step failed");
  } catch (error) {
    throw unfit(messageOf(error));
  }
}

/** Checks against the schema what changed. Throws a {@link ServerError} where the document is not valid. */
function check(before: Node, doc: Node, steps: readonly Step[]): void {
  try {
    if (doc.childCount === 0) throw new RangeError("the document is empty");
    if (settingsOf(doc) !== settingsOf(before) && steps.some((step) => step instanceof DocAttrStep))
      // A document of one empty paragraph with the same attributes is checked at no cost.
      doc.copy(Fragment.from(schema.nodes.paragraph.create())).check();
    const run = changedRun(before, doc);
    const fresh = doc.content.content.slice(run.start, run.endAfter);
    checkFromOutside(fresh);
    checkComments(fresh, before);
  } catch (error) {
    throw unfit(messageOf(error));
  }
}

/** Words with comments may be moved; nobody but the authority puts a comment on words. */
function checkComments(fresh: readonly Node[], before: Node): void {
  const brought = commentsOn(fresh);
  if (brought.size === 0) return;
  const standing = commentsOn(before.content.content);
  for (const id of brought)
    if (!standing.has(id)) throw new RangeError("a comment is not set as a change of the text");
}

/** How many positions a step puts in and takes out. */
function sizes(step: Step): { added: number; removed: number } {
  if (step instanceof ReplaceWordsStep)
    return step.places.reduce(
      ({ added, removed }, { from, to, words }) => ({
        added: added + words.size,
        removed: removed + to - from,
      }),
      { added: 0, removed: 0 },
    );
  if (step instanceof RegistryStep || !(step instanceof ReplaceStep || step instanceof ReplaceAroundStep))
    return { added: 0, removed: 0 };
  const gap = step instanceof ReplaceAroundStep ? step.gapTo - step.gapFrom : 0;
  return { added: step.slice.size, removed: step.to - step.from - gap };
}
