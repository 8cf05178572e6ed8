import { kept } from "@/core/kept";
import type { LinkTarget } from "@/core/document";
import type { DocumentIndex } from "@/core/index";
import { UNKNOWN_LIBRARY, type KnownLibrary } from "./known-library";
import { follow } from "./resolve";

/** Targets that links of a document lead to and on which they do not land: why, by {@link targetKey}. */
export type BrokenTargets = ReadonlyMap<string, string>;

/** One line that stands for a target. */
export function targetKey(target: LinkTarget): string {
  // What a place was called is part of why a link to it does not land.
  return target.kind === "destination"
    ? `destination ${target.id} ${target.was ?? ""}`
    : target.kind === "web"
      ? `web ${target.url}`
      : JSON.stringify(target);
}

/** What following all links of a document gives. */
export interface FollowedLinks {
  readonly broken: BrokenTargets;
  /** How many links there are, and how many of them are broken. */
  readonly count: { readonly all: number; readonly broken: number };
}

interface RunTargets {
  readonly targets: ReadonlyMap<string, { readonly target: LinkTarget; readonly links: number }>;
  readonly links: number;
}

type Run = DocumentIndex["placed"][number]["run"];

/**
 * Follows every link, each target once. Where they stand is not asked, so that runs of blocks that did not change are not looked
 * through again.
 */
export function followLinks(index: DocumentIndex, library: KnownLibrary = UNKNOWN_LIBRARY): FollowedLinks {
  const broken = new Map<string, string>();
  const landing = new Set<string>();
  const count = { all: 0, broken: 0 };
  for (const run of index.runs) {
    const { targets, links } = targetsOf(run);
    count.all += links;
    for (const [key, { target, links: own }] of targets) {
      if (landing.has(key)) continue;
      if (!broken.has(key)) {
        const why = whyBroken(target, index, library);
        if (why === null) {
          landing.add(key);
          continue;
        }
        broken.set(key, why);
      }
      count.broken += own;
    }
  }
  return { broken, count };
}

function whyBroken(target: LinkTarget, index: DocumentIndex, library: KnownLibrary): string | null {
  if (target.kind === "destination" && index.standing.has(target.id)) return null;
  const followed = follow(target, index, library);
  return followed.lands ? null : followed.why;
}

const targetsOf = kept((run: Run): RunTargets => read(run));

function read(run: Run): RunTargets {
  const targets = new Map<string, { target: LinkTarget; links: number }>();
  let links = 0;
  for (const { summary } of run.linked)
    for (const { target } of summary.links) {
      links++;
      const key = targetKey(target);
      const same = targets.get(key);
      if (same) same.links++;
      else targets.set(key, { target, links: 1 });
    }
  return { targets, links };
}
