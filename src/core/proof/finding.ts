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
    | "adrift"
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
  adrift: "Links adrift",
  "misleading-words": "Words that name another section",
  "old-name": "Words that are the old name of their place",
  "same-name": "Destinations with the same name",
  "skipped-level": "Skipped heading levels",
  "empty-heading": "Empty headings",
  "no-words-for-picture": "Pictures without words for who cannot see them",
  "no-such-entry": "Index entries that send readers to one there is not",
  "broken-promise": "Promises of the wayfinding that do not hold",
  "sign-without-font": "Signs that no font of the pages has",
};

/** What the layout of the pages tells of signs that no font has, each with the position of the first block that holds it. */
export function signFindings(missing: Iterable<readonly [sign: string, pos: number]>): Finding[] {
  return [...missing].map(([sign, pos]) => ({
    kind: "sign-without-font",
    says: `No font has “${sign}” (${codePointName(sign)}): on the pages a frame stands in its place.`,
    places: [{ from: pos, to: pos, text: sign, id: null }],
  }));
}
