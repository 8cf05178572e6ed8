import type { Node } from "prosemirror-model";
import { Decoration } from "prosemirror-view";
import type { PageMap } from "@/core/layout/page-map";
import type { BlockDecoration } from "./block-decoration";
import type { Range } from "./mapped-range";

/** How far from what is in view the beginnings of pages are drawn. */
const AROUND = 12_000;

/** The numbers of pages in the right margin where they begin, near to what is in view. */
export function pageDecorations(
  pages: PageMap | null,
  doc: Node,
  inView: Range,
  marks: PageMarks,
): BlockDecoration[] {
  if (!pages) return [];
  const decorations: BlockDecoration[] = [];
  let last = -1;
  for (let page = pages.firstAfter(inView.from - AROUND); page < pages.starts.length; page++) {
    const start = pages.starts[page]!;
    if (start > inView.to + AROUND) break;
    // A place where several pages begin, such as those of notes alone, shows the first.
    if (start === last) continue;
    last = start;
    const at = lineAt(doc, start);
    if (at === null) continue;
    const label = pages.labels.of(page);
    decorations.push({
      key: `page ${page} ${label}`,
      from: at,
      to: at,
      draw: (from) =>
        Decoration.widget(from, marks.of(page, label), {
          side: -1,
          key: `page ${page} ${label}`,
          ignoreSelection: true,
          marks: [],
        }),
    });
  }
  return decorations;
}

/**
 * The place in the first line of words at or after a position, so that the number stands beside that; else before the block. Null
 * for an empty line at the very beginning: a number in it would be in the way of what is typed there.
 */
function lineAt(doc: Node, start: number): number | null {
  const $at = doc.resolve(Math.min(start, doc.content.size));
  if ($at.parent.inlineContent) return $at.parent.content.size > 0 ? $at.pos : before($at.before(1));
  let pos = $at.pos;
  for (let node = $at.nodeAfter; node && !node.isAtom; node = node.firstChild) {
    pos++;
    if (node.inlineContent) return node.content.size > 0 ? pos : before($at.pos);
  }
  return $at.pos;
}

const before = (pos: number) => (pos > 0 ? pos : null);

/**
 * The marks of the pages, one for each page and its number. It stays the same element wherever its page begins: the view asks for it again with every
 * key in the words beside it, and another one would have the browser lay those out a second time.
 */
export class PageMarks {
  private readonly known = new Map<string, HTMLElement>();

  of(page: number, label: string): HTMLElement {
    const key = `${page} ${label}`;
    let mark = this.known.get(key);
    if (mark) return mark;
    mark = document.createElement("span");
    mark.className = "page-mark";
    mark.contentEditable = "false";
    mark.setAttribute("aria-hidden", "true");
    mark.dataset.page = label;
    this.known.set(key, mark);
    return mark;
  }
}
