/** What one document is told of the others of its shelf. */
export {
  askedPlacesSchema,
  MOST_ASKED,
  type AskedPlaces,
  type FlaggedPlace,
  type IncomingLink,
  type ListedPlace,
} from "./listed";
