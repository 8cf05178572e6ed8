/** Who acts, and what they may do. */
export { LOCAL_AUTHOR, may, type DocumentDeed, type Person, type LibraryDeed } from "./may";
