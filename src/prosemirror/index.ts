/**
 * What is bent in ProseMirror, once for the whole program. Importing this folder installs it; the schema does, so that nobody can have a
 * document without it: a window and a server that bent different things would disagree without a word. The versions are pinned in
 * `package.json`, and a test fails with the first that changes what is replaced here.
 */
import "./joined-content";
import "./mirrors";
export { replacedChild } from "./long-fragments";
export { mapRange } from "./map-range";
export { MoveMap } from "./move-map";
export { PATCHES, type Patch } from "./patch";
export { mapByLetters } from "./concurrent-editing";
