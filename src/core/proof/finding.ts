import { codePointName } from "@/core/model/code-point-name";
import type { DestinationId } from "@/core/document";

/** Where a finding can be seen. */
export interface FindingPlace {
  readonly from: number;
  readonly to: number;
  /** The words that stand there. */
  readonly text: string;
  readonly id: DestinationId | null;
}

/** One thing that the proof shows. */
export interface Finding {
  readonly kind:
    | "broken"
    | "same-name"
    | "skipped-level"
    | "empty-heading"
    | "misleading-words"
    | "old-name"
    | "no-words-for-picture"
    | "no-such-entry"
    | "broken-promise"
    | "sign-without-font";
  /** One sentence that says what is wrong. */
  readonly says: string;
  readonly places: readonly FindingPlace[];
}

/** What each kind of finding is called in lists. */
export const FINDING_NAMES: Record<Finding["kind"], string> = {
  broken: "Broken links",
  "misleading-words": "Link words that name a different section",
  "old-name": "Link words that are an old name",
  "same-name": "Destinations with the same name",
  "skipped-level": "Skipped heading levels",
  "empty-heading": "Empty headings",
  "no-words-for-picture": "Pictures without a description",
  "no-such-entry": "Index entries that point nowhere",
  "broken-promise": "Broken wayfinding promises",
  "sign-without-font": "Characters that no page font has",
};

/** What the layout of the pages tells of characters that no font has, each with the position of the first block that holds it. */
export function characterFindings(missing: Iterable<readonly [sign: string, pos: number]>): Finding[] {
  return [...missing].map(([character, pos]) => ({
    kind: "sign-without-font",
    says: `No font has “${character}” (${codePointName(character)}): the pages show a frame instead.`,
    places: [{ from: pos, to: pos, text: character, id: null }],
  }));
}
