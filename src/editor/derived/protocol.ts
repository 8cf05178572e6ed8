import type { NodeAttributes } from "@/core/document";
import type { StepJSON } from "@/core/steps";
import type { Computed } from "@/core/compute";
import type { AskedPlace } from "@/core/links";
import type { LabelRange, PageDrawing, PagePaper } from "@/core/layout";
import type { Finding } from "@/core/proof";
import type { Doubled, Plan, PlanEffect } from "@/core/wayfinding";

/*
 * What a window and its worker say to each other. A revision counts the changes of the document in this window, whoever made
 * them; every message names the one it speaks of, so that an answer about an older one is never shown as current.
 */

/** From the window: pieces of the document, then every change of it, and what the window wants to know. */
export type ToWorker =
  /** Blocks of the document at a revision, from number `at`, in order; the worker has it whole when `last` comes. */
  | {
      readonly kind: "blocks";
      readonly revision: number;
      readonly settings: NodeAttributes["doc"];
      readonly at: number;
      readonly blocks: readonly object[];
      readonly last: boolean;
    }
  /** The steps that led from the revision before to this one. */
  | { readonly kind: "steps"; readonly revision: number; readonly steps: readonly StepJSON[] }
  /** Pages that somebody looks at, counted from 0: they are drawn, and redrawn when they change. */
  | { readonly kind: "look-at-pages"; readonly revision: number; readonly pages: readonly number[] }
  /** What is known of places of other documents, by their keys. */
  | {
      readonly kind: "asked";
      readonly revision: number;
      readonly places: readonly (readonly [string, AskedPlace])[];
    }
  /** What a plan would change for readers, by the pages that are shown; `keeping`: what was made by hand stays beside it. */
  | {
      readonly kind: "plan";
      readonly revision: number;
      readonly plan: Plan;
      readonly keeping: boolean;
      readonly pages: ShownPages | null;
    }
  /** Whether the findings of the proof are looked at, and so have to follow each change. */
  | { readonly kind: "watch-proof"; readonly revision: number; readonly watched: boolean };

/** From the worker. */
export type FromWorker =
  /** What changed among the targets on which no link can land, since the answer before. */
  | {
      readonly kind: "broken";
      readonly revision: number;
      readonly added: readonly (readonly [target: string, why: string])[];
      readonly removed: readonly string[];
      readonly links: LinkCount;
    }
  | { readonly kind: "proof"; readonly revision: number; readonly findings: readonly Finding[] }
  /** Where findings other than broken links begin, in order; told when writing pauses. */
  | { readonly kind: "finding-places"; readonly revision: number; readonly places: Int32Array }
  /** Where the pages begin, how many of them are front matter, and characters that no font has with their places. */
  | {
      readonly kind: "pages";
      readonly revision: number;
      readonly starts: Int32Array;
      readonly ranges: readonly LabelRange[];
      readonly papers: readonly PagePaper[];
      readonly missing: readonly (readonly [sign: string, pos: number])[];
    }
  /** What came of the expressions that stand in the text. */
  | {
      readonly kind: "computed";
      readonly revision: number;
      readonly values: readonly (readonly [expression: string, computed: Computed])[];
    }
  /** A page that somebody looks at. */
  | {
      readonly kind: "drawing";
      readonly revision: number;
      readonly page: number;
      readonly drawing: PageDrawing;
    }
  /** What the plan that was asked about last would change, and what was made by hand that it would double. */
  | {
      readonly kind: "plan";
      readonly revision: number;
      readonly effect: PlanEffect;
      readonly doubled: readonly Doubled[];
    }
  /** The worker's copy does not take the steps: it has to be given the document again. */
  | { readonly kind: "lost"; readonly revision: number };

/** The pages as a window has them. */
export interface ShownPages {
  readonly starts: Int32Array;
  readonly ranges: readonly LabelRange[];
  readonly papers: readonly PagePaper[];
}

/** How many links a document has, and how many of them are broken. */
export interface LinkCount {
  readonly all: number;
  readonly broken: number;
}
