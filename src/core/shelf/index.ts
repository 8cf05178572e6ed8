/** What one document is told of the others of its shelf. */
export {
  askedPlacesSchema,
  flaggedPlace,
  incomingLink,
  listedPlace,
  MOST_ASKED,
  type FlaggedPlace,
  type IncomingLink,
  type ListedPlace,
} from "./listed";
