import { anchorIn } from "./edition";
import { placesOf } from "./words-around";

/** Marks the words that were searched for, or chosen by whoever gave the address away, where the page was opened at them. */
export function markFound(): void {
  const asked = new URLSearchParams(location.search);
  const text = document.querySelector("main");
  if (!text) return;
  const start = document.getElementById(anchorIn(location.hash)) ?? text;
  const quote = asked.get("quote");
  if (quote) return void rangeOf(quote, start, text).forEach((range, i) => i === 0 && show(range));
  const terms = asked.get("find")?.split(" ").filter(Boolean) ?? [];
  let first: Element | null = null;
  // From the end, so that earlier places stay where they are.
  for (const { node, from, to } of [...placesOf(terms, start, text)].reverse()) {
    const range = document.createRange();
    range.setStart(node, from);
    range.setEnd(node, to);
    first = document.createElement("mark");
    range.surroundContents(first);
  }
  first?.scrollIntoView({ block: "center" });
}

function show(range: Range): void {
  const mark = document.createElement("mark");
  try {
    range.surroundContents(mark);
  } catch {
    // It reaches over the edges of elements.
    mark.append(range.extractContents());
    range.insertNode(mark);
  }
  mark.scrollIntoView({ block: "center" });
}

/** Where some words stand behind an element, however they are spaced; none where they do not. */
export function rangeOf(words: string, after: Element, within: Element): Range[] {
  const sought = words.replace(/\s+/g, "");
  if (sought === "") return [];
  const walker = document.createTreeWalker(within, NodeFilter.SHOW_TEXT);
  walker.currentNode = after;
  // All letters that are no spaces, and where each of them stands.
  let letters = "";
  const at: { readonly node: Text; readonly offset: number }[] = [];
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const { data } = node as Text;
    for (let offset = 0; offset < data.length; offset++)
      if (/\S/.test(data[offset]!)) {
        letters += data[offset]!;
        at.push({ node: node as Text, offset });
      }
    const found = letters.indexOf(sought);
    if (found < 0) continue;
    const [start, end] = [at[found]!, at[found + sought.length - 1]!];
    const range = document.createRange();
    range.setStart(start.node, start.offset);
    range.setEnd(end.node, end.offset + 1);
    return [range];
  }
  return [];
}
