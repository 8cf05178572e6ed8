/** What Gate Rope builds for readers, derived from the index and never stored: contents lists and return links. */
export {
  contentsEntries,
  contentsTree,
  entryWords,
  inBrief,
  type ContentsBranch,
  type ContentsEntry,
  type ContentsLevels,
} from "./contents";
export {
  allEntries,
  captioned,
  contentsList,
  hasLine,
  isBookIndex,
  kindOf,
  levelsOf,
  listEntries,
  nothingListed,
  isMenu,
  placedIn,
  placedMenus,
  LOOKS,
  optionsOf,
  orderedEntries,
  tagsIn,
  listName,
  titleOf,
  writtenOptions,
} from "./lists";
export {
  indexLines,
  missingEntries,
  partsOfLine,
  wordsOfLine,
  type IndexLine,
  type IndexPart,
} from "./book-index";
export { bodyBegins } from "./body-begins";
export { cardOf, type Card } from "./cards";
export { planEffect, type PlanEffect } from "./plan-effect";
export { doubledBy, handMadeContents, type Doubled, type HandMadeContents } from "./doubled";
export { isOwnTitle, saysItsTitle } from "./own-title";
export { makeLiving } from "./living-contents";
export {
  buildPlan,
  catchUp,
  leftBehind,
  listOf,
  planOf,
  planSchema,
  putList,
  READY_PLANS,
  within,
  withPlan,
  type Plan,
  type PlannedList,
} from "./plans";
export { coverageOf, reachOf, type Coverage, type SectionReach } from "./reach";
export { estimatedPages, estimatedScreens, type PageScale } from "./text-scale";
export { farSpots, farthest, waysBack, type FarSpot, type WaysBack } from "./ways-back";
export {
  HEADING_SIGN,
  leadsFromHeadings,
  returnLinks,
  wayHome,
  wayHomeOfPages,
  type ReturnLink,
  type WayOn,
} from "./returns";
export { frontPos, newList, withContents, withReturns } from "./put-wayfinding";
export { brokenPromises, brokenMessage, type BrokenPromise } from "./promises";
export { fittedPlan, keepPromises, type FittedPlan } from "./fitted-plan";
