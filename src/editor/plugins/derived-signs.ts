import { Plugin } from "prosemirror-state";
import { Decoration, DecorationSet } from "prosemirror-view";
import type { DocumentIndex } from "@/core/destinations";
import { resolveLinks } from "@/core/links";
import { returnLinks, type ReturnLink } from "@/core/wayfinding";

/**
 * What the document does not hold but shows: return links after their sections, links that are adrift, the gates of
 * bookmarks in the margin. Drawn anew from the index with each change, so never stale.
 */
export function derivedSigns(indexOf: () => DocumentIndex, follow: (link: ReturnLink) => void): Plugin {
  return new Plugin({ props: { decorations: () => signs(indexOf(), follow) } });
}

const drawn = new WeakMap<DocumentIndex, DecorationSet>();

function signs(index: DocumentIndex, follow: (link: ReturnLink) => void): DecorationSet {
  const known = drawn.get(index);
  if (known) return known;
  const decorations: Decoration[] = [];
  for (const link of returnLinks(index))
    decorations.push(
      Decoration.widget(link.pos, () => returnLinkElement(link, follow), {
        side: -1,
        key: `return ${link.section.id} ${link.to ?? "top"} ${link.words}`,
        ignoreSelection: true,
        stopEvent: () => true,
      }),
    );
  for (const link of resolveLinks(index))
    if (!link.lands)
      decorations.push(Decoration.inline(link.from, link.to, { class: "adrift", title: link.why }));
  for (const bookmark of index.bookmarks) {
    const block = index.blockAt(bookmark.block);
    if (block)
      decorations.push(
        Decoration.node(block.pos, block.pos + block.node.nodeSize, {
          class: "has-gate",
          "data-gate": bookmark.name,
        }),
      );
  }
  const set = DecorationSet.create(index.doc, decorations);
  drawn.set(index, set);
  return set;
}

function returnLinkElement(link: ReturnLink, follow: (link: ReturnLink) => void): HTMLElement {
  const line = document.createElement("p");
  line.className = "return-link";
  line.contentEditable = "false";
  const button = document.createElement("button");
  button.type = "button";
  button.textContent = link.words;
  button.tabIndex = -1;
  button.addEventListener("click", () => follow(link));
  line.append(button);
  return line;
}
