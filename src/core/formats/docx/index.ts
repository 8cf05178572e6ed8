/** Text documents of ISO 29500 (`.docx`). */
export { readDocx } from "./read";
export { proveDocx } from "./proof";
export { writeDocx } from "./write";
