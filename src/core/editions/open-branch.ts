import type { DestinationId } from "@/core/document";
import type { ContentsBranch } from "../wayfinding";

/** A line of the contents beside a page. */
export interface BranchLine {
  readonly branch: ContentsBranch;
  /** Whether it is the section of the page, or one around it. */
  readonly holds: boolean;
  readonly below: readonly BranchLine[];
}

/** So many lines stand on each side of the open one; a list of thousands would be larger than the page. */
const LINES_BESIDE = 30;

/**
 * The contents beside a page: the top level, and what is within the sections around the page, level by level. `path`: those sections, the
 * outermost first.
 */
export function openBranch(
  branches: readonly ContentsBranch[],
  path: readonly DestinationId[],
): BranchLine[] {
  const [id, ...inner] = path;
  const open = branches.findIndex((branch) => branch.id === id);
  const middle = Math.max(open, 0);
  const from = Math.max(Math.min(middle - LINES_BESIDE, branches.length - 2 * LINES_BESIDE - 1), 0);
  return branches.slice(from, from + 2 * LINES_BESIDE + 1).map((branch, i) => ({
    branch,
    holds: from + i === open,
    below: from + i === open ? openBranch(branch.below, inner) : [],
  }));
}
