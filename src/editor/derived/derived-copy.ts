import { Fragment, type Node } from "prosemirror-model";
import { indexDocument, type DocumentIndex } from "@/core/index";
import { schema, withSettings } from "@/core/document";
import { stepFromJSON } from "@/core/steps";
import { followLinks, libraryOf, UNKNOWN_LIBRARY, type BrokenTargets, type KnownLibrary } from "@/core/links";
import { PageMap } from "@/core/layout/page-map";
import { readProof } from "@/core/proof";
import { doubledBy, planEffect } from "@/core/wayfinding";
import type { FromWorker, ToWorker } from "./protocol";

/** The worker's own copy of a document, and what it tells of it. Knows nothing of workers, so that it can be tested alone. */
export class DerivedCopy {
  private parts: Node[] = [];
  private doc: Node | null = null;
  /** The index of the newest revision that was answered about. */
  index: DocumentIndex | null = null;
  revision = 0;
  private broken: BrokenTargets = new Map();
  private sent = false;
  private watched = false;
  private stale = false;
  private lost = false;
  private planAsked: Extract<ToWorker, { kind: "plan" }> | null = null;
  private library: KnownLibrary = UNKNOWN_LIBRARY;

  /** Takes a message in; true when there is something to be answered. */
  take(message: ToWorker): boolean {
    if (message.kind === "look-at-pages") return false;
    if (message.kind === "plan") {
      this.planAsked = message;
      return false;
    }
    if (message.kind === "asked") {
      this.library = libraryOf(new Map(message.places));
      if (!this.doc) return false;
    } else if (message.kind === "watch-proof") {
      this.watched = message.watched;
      if (!this.doc) return false;
    } else if (message.kind === "blocks") {
      if (message.at === 0) this.parts = [];
      this.parts.push(...message.blocks.map((json) => schema.nodeFromJSON(json)));
      if (!message.last) return false;
      this.doc = withSettings(
        schema.nodes.doc.create(null, Fragment.fromArray(this.parts)),
        message.settings,
      );
      this.parts = [];
      this.revision = message.revision;
      this.index = null;
      this.lost = false;
    } else if (this.doc) {
      try {
        for (const json of message.steps) {
          const result = stepFromJSON(json).apply(this.doc);
          if (!result.doc) throw new RangeError(result.failed ?? "the step failed");
          this.doc = result.doc;
        }
        this.revision = message.revision;
      } catch {
        this.doc = null;
        this.lost = true;
      }
    } else return false;
    this.stale = true;
    return true;
  }

  /** What the plan would change that was asked about last, once the document is as far as it was then; null where there is nothing to report. */
  planAnswer(): FromWorker | null {
    const asked = this.planAsked;
    if (!asked || !this.index || this.stale || this.revision < asked.revision) return null;
    this.planAsked = null;
    const { plan, keeping, pages } = asked;
    const doubled = doubledBy(this.index, plan);
    const map = pages ? new PageMap(pages.starts, pages.ranges, pages.papers) : undefined;
    const effect = planEffect(this.index, plan, keeping ? [] : doubled, map);
    return { kind: "plan", revision: this.revision, effect, doubled };
  }

  /** What to report after everything that was taken in. */
  answers(): FromWorker[] {
    if (!this.stale) return [];
    this.stale = false;
    const { revision } = this;
    if (this.lost) return [{ kind: "lost", revision }];
    if (!this.doc) return [];
    this.index = indexDocument(this.doc, this.index ?? undefined);
    const answers: FromWorker[] = [this.brokenAnswer(this.index)];
    if (this.watched)
      answers.push({ kind: "proof", revision, findings: readProof(this.index, this.library) });
    return answers;
  }

  /** Where the structure has findings; heavy, so for a pause. Null without a document. */
  findingPlaces(): FromWorker | null {
    if (!this.index || this.stale) return null;
    const places = readProof(this.index, this.library)
      .filter(({ kind }) => kind !== "broken")
      .flatMap((finding) => finding.places.map(({ from }) => from));
    return {
      kind: "finding-places",
      revision: this.revision,
      places: Int32Array.from(new Set(places)).sort(),
    };
  }

  private brokenAnswer(index: DocumentIndex): FromWorker {
    const { broken: now, count } = followLinks(index, this.library);
    const before = this.sent ? this.broken : new Map<string, string>();
    const added = [...now].filter(([target, why]) => before.get(target) !== why);
    const removed = [...before.keys()].filter((target) => !now.has(target));
    this.broken = now;
    this.sent = true;
    return {
      kind: "broken",
      revision: this.revision,
      added,
      removed,
      links: count,
    };
  }
}
