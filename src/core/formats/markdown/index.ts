/** Markdown: CommonMark with tables, heading anchors and raw HTML anchors, both ways. */
export { readMarkdown } from "./read";
export { writeMarkdown } from "./write";
