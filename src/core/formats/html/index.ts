/** HTML: read through an allow-list, written as one self-contained page; the reading view uses the same rendering. */
export { declaredEncoding } from "./declared-encoding";
export { readHtml } from "./read";
export { writeHtml } from "./write";
export { documentHtml } from "./block-html";
export { HtmlOutput } from "./html-output";
export { OnScreen } from "../on-screen";
export { withMarkedPlaces } from "../marked-places";
export type { EmbeddedFont } from "./style-sheet";
