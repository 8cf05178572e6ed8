import { schema, type Manuscript } from "@/core/document";
import { readFile, writeFile } from "@/core/formats";
import { generatedMarkdown } from "./generated";

/** One thing to be measured: what is made ready once, and what is timed. `beside` names the libraries' ways of the same. */
export interface Task {
  readonly name: string;
  readonly beside: readonly string[];
  /** Runs in one timing, so that short ones are measured well. */
  readonly times: number;
  /** Answers what is run. Where a run answers a number, that is its time in milliseconds, else the whole run is timed. */
  ready(pages: number): () => unknown;
}

export const bytes = (text: string) => new TextEncoder().encode(text);
let held: { pages: number; manuscript: Manuscript; markdown: string; html: string } | null = null;

/** A generated text of so many pages, as a document and as files. */
export function material(pages: number) {
  if (held?.pages === pages) return held;
  const markdown = generatedMarkdown(pages);
  const read = readFile("bench.md", bytes(markdown));
  if (!read.ok) throw new Error(read.error.reason);
  held = { pages, manuscript: read.manuscript, markdown, html: writeFile(read.manuscript, "html").text };
  return held;
}

/** A copy that shares no node with anything, so that no cache knows it. */
export const fresh = (manuscript: Manuscript) => schema.nodeFromJSON(manuscript.doc.toJSON());
