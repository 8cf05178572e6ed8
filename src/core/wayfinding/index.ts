/** What Gate Rope builds for readers, derived from the index and never stored: contents lists and return links. */
export {
  UNTITLED,
  contentsEntries,
  contentsTree,
  entryWords,
  type ContentsBranch,
  type ContentsEntry,
  type ContentsLevels,
} from "./contents";
export {
  allEntries,
  contentsList,
  kindOf,
  levelsOf,
  LIST_TITLES,
  listedIds,
  listEntries,
  NOTHING_LISTED,
  optionsOf,
  tagsIn,
  writtenOptions,
} from "./lists";
export { buildPlan, planOf, planSchema, READY_PLANS, withPlan, type Plan, type PlannedList } from "./plans";
export { coverageOf, reachOf, type Coverage, type PageScale, type SectionReach } from "./reach";
export { returnLinks, type ReturnLink } from "./returns";
export { frontBlock, withContents, withReturns } from "./put-wayfinding";
