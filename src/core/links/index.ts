/** Every link followed: where it lands, or why it is adrift; and the links that lead to a place. */
export {
  calledOf,
  countAdrift,
  follow,
  incomingLinks,
  resolveLinks,
  type Followed,
  type ResolvedLink,
  type Spot,
} from "./resolve";
export { oldNames, type OldName } from "./old-names";
export { findQuoted, quote, wordsSought, type FoundWords, type QuotedWords } from "./quoted-words";
export {
  placeKey,
  shelfOf,
  UNKNOWN_SHELF,
  type AskedPlace,
  type KnownPlace,
  type KnownShelf,
} from "./known-shelf";
export { documentTargets } from "./document-targets";
export { referenceWords, speaksOfPages, type PageNumbers } from "./reference-words";
export { mentionsIn, type Mention, type MentionedPages, type MentionKind } from "./mentions";
export { impactOf, type Going, type Impact } from "./impact";
export { followLinks, targetKey, type AdriftTargets, type FollowedLinks } from "./adrift";
export { addressTyped } from "./typed-address";
export { addressAmongFiles, joinedToFiles, type FileAddress } from "./between-files";
