/** The living text, for authors: also when there are editions for readers. */
export { default, generateMetadata } from "../page";
