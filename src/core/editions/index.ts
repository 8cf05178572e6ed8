/** A document as static pages for readers, with every link followed. */
export { proveEdition } from "./proof";
export { writeEdition, type EditionFile, type EditionOptions, type WrittenEdition } from "./write-edition";
