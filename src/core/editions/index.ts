/** A document as static pages for readers, with every link followed. */
export { leadPages } from "./lead-pages";
export { proveEdition } from "./proof";
export { Published } from "./published";
export {
  writeEdition,
  type EditionFile,
  type EditionOptions,
  type ReaderPrograms,
  type WrittenEdition,
} from "./write-edition";
