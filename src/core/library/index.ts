/** What one document is told of the others of its shelf. */
export {
  askedPlacesSchema,
  incomingLink,
  listedPlace,
  MAX_PLACES_ASKED,
  type IncomingLink,
  type ListedPlace,
} from "./listed";
export { flaggedPlace, type FlaggedPlace } from "./flagged-place";
