/** Every link followed: where it lands, or why it is broken; and the links that lead to a place. */
export {
  calledOf,
  countBroken,
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
  libraryOf,
  UNKNOWN_LIBRARY,
  type AskedPlace,
  type KnownPlace,
  type KnownLibrary,
} from "./known-library";
export { documentTargets } from "./document-targets";
export { referenceParts, referenceWords, speaksOfPages, type ReferencePart } from "./reference-words";
export { mentionsIn, type Mention, type MentionedPages, type MentionKind } from "./mentions";
export { impactOf, type Going, type Impact } from "./impact";
export { followLinks, targetKey, type BrokenTargets, type FollowedLinks } from "./broken-links";
export { addressTyped } from "./typed-address";
export { addressAmongFiles, joinedToFiles, type FileAddress } from "./between-files";
