/** Plain text: paragraphs in, words out. */
export { readText } from "./read";
export { writeText } from "./write";
