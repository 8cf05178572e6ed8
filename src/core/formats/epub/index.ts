/** E-books (EPUB 2 and 3). */
export { readEpub } from "./read";
export { writeEpub } from "./write";
export { proveEpub } from "./proof";
