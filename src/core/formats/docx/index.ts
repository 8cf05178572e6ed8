/** Text documents of ISO 29500 (`.docx`). */
export { readDocx } from "./read";
