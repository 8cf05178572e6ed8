/** Text documents of ISO 26300 (`.odt`). */
export { readOdt } from "./read";
export { proveOdt } from "./proof";
export { writeOdt } from "./write";
