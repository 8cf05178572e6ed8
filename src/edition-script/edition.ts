export { naming } from "@/core/editions/naming";
import type { ReaderKnows } from "@/core/editions/reader-script";

declare global {
  /** What stands before the program in its file. */
  var gateRopeReader: ReaderKnows;
}

/** What the pages of this edition say, and the files that are fetched when they are needed. */
export const { words: says, worker, index, places, leads, issue } = gateRopeReader;

/** The script itself stands beside the first page. */
const program = document.querySelector<HTMLScriptElement>("script[src*='read-']")!.src;
/** The address of the edition, which ends in a stroke. */
export const base = new URL(".", program).href;
/** That of all editions of the document: what readers keep belongs to it. */
export const home = base.replace(/edition\/\d+\/$/, "");

/** A file of the edition as an address. */
export function addressOf(file: string): string {
  return new URL(file, base).href;
}

/** The address that leads to an anchor, in this and in every later edition. */
export function leadTo(anchor: string): string {
  return new URL(leads[anchor] ?? `at/${encodeURIComponent(anchor)}.html`, home).href;
}

const pages = new Map<string, Promise<Document | null>>();

/** Another page of the edition, read once; null where it cannot be fetched. */
export function pageAt(address: string): Promise<Document | null> {
  const file = address.replace(/[?#].*$/, "");
  if (file === location.href.replace(/[?#].*$/, "")) return Promise.resolve(document);
  let page = pages.get(file);
  if (!page) {
    page = fetch(file)
      .then(async (answer) =>
        answer.ok ? new DOMParser().parseFromString(await answer.text(), "text/html") : null,
      )
      .catch(() => null);
    pages.set(file, page);
  }
  return page;
}

/** The anchor in an address; empty for none. */
export function anchorIn(address: string): string {
  try {
    return decodeURIComponent(address.split("#")[1] ?? "");
  } catch {
    return "";
  }
}

/** The headings of the text that can be led to. */
export const HEADINGS = "main :is(h1, h2, h3, h4, h5, h6)[id]";

/** What a heading says, without the signs beside it. */
export function wordsOf(element: Element): string {
  const copy = element.cloneNode(true) as Element;
  for (const beside of copy.querySelectorAll(".beside, .own-mark, sup.note")) beside.remove();
  return copy.textContent.replace(/\s+/g, " ").trim();
}
