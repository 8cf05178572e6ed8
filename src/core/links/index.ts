/** Every link followed: where it lands, or why it is adrift; and the links that lead to a place. */
export {
  countAdrift,
  follow,
  incomingCounts,
  incomingLinks,
  resolveLinks,
  type ResolvedLink,
} from "./resolve";
export { referenceWords, speaksOfPages, type PageNumbers } from "./reference-words";
export { mentionsIn, type Mention, type MentionedPages, type MentionKind } from "./mentions";
export { impactOf, type Going, type Impact } from "./impact";
export { followLinks, targetKey, type AdriftTargets, type FollowedLinks } from "./adrift";
