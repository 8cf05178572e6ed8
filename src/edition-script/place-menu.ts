import { button, element } from "./element";
import { HEADINGS, naming, says, wordsOf } from "./edition";

/** A place that a reader chose: a section, or words in it. */
export interface ChosenPlace {
  readonly anchor: string;
  readonly title: string;
  /** Empty for the section as a whole. */
  readonly quote: string;
}

const MAX_QUOTE = 600;

/** A menu beside each heading, and beside words that are chosen. `items`: what stands in it for a place. */
export function offerAtPlaces(
  items: (place: ChosenPlace, close: () => void) => readonly HTMLElement[],
): void {
  const menu = element("div", { class: "place-menu", role: "group" });
  menu.hidden = true;
  document.body.append(menu);
  let opener: HTMLElement | null = null;
  const close = () => {
    menu.hidden = true;
    opener?.setAttribute("aria-expanded", "false");
  };
  const open = (place: ChosenPlace, { left, bottom }: { left: number; bottom: number }) => {
    menu.replaceChildren(
      ...items(place, () => {
        close();
        opener?.focus();
      }),
    );
    menu.hidden = false;
    const { width, height } = menu.getBoundingClientRect();
    menu.style.left = `${Math.max(8, Math.min(left, innerWidth - width - 8))}px`;
    menu.style.top = `${Math.min(bottom + 6, innerHeight - height - 8)}px`;
  };
  for (const heading of document.querySelectorAll<HTMLElement>(HEADINGS)) {
    const title = wordsOf(heading);
    const more = button("⋯", () => {
      opener = more;
      if (!menu.hidden && more.getAttribute("aria-expanded") === "true") return close();
      open({ anchor: heading.id, title, quote: "" }, more.getBoundingClientRect());
      more.setAttribute("aria-expanded", "true");
      menu.querySelector("button")?.focus();
    });
    more.className = "beside place-more";
    more.setAttribute("aria-label", naming(says.atPlace, title));
    more.setAttribute("aria-expanded", "false");
    heading.append(more);
  }
  document.addEventListener("selectionchange", () => {
    const chosen = chosenWords();
    if (!chosen) {
      if (!menu.contains(document.activeElement) && opener?.getAttribute("aria-expanded") !== "true") close();
    } else {
      opener = null;
      open(chosen.place, chosen.at);
    }
  });
  document.addEventListener("keydown", ({ key }) => {
    if (key !== "Escape" || menu.hidden) return;
    close();
    opener?.focus();
  });
  document.addEventListener("pointerdown", ({ target }) => {
    if (!menu.contains(target as Node) && target !== opener) close();
  });
}

/** The words that are chosen in the text, with the section in which they begin, and where they end on the screen. */
function chosenWords(): { readonly place: ChosenPlace; readonly at: DOMRect } | null {
  const chosen = getSelection();
  const quote = chosen?.toString().trim().slice(0, MAX_QUOTE) ?? "";
  const text = document.querySelector("main");
  if (!chosen || chosen.isCollapsed || quote === "" || !text?.contains(chosen.anchorNode)) return null;
  const range = chosen.getRangeAt(0);
  let heading: Element | null = null;
  for (const one of document.querySelectorAll(HEADINGS)) {
    if (range.comparePoint(one, 0) > 0) break;
    heading = one;
  }
  if (!heading) return null;
  const at = [...range.getClientRects()].at(-1) ?? range.getBoundingClientRect();
  return { place: { anchor: heading.id, title: wordsOf(heading), quote }, at };
}
