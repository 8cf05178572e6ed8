/** Text documents of ISO 26300 (`.odt`). */
export { readOdt } from "./read";
