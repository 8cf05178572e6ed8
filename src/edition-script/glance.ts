import { element } from "./element";
import { anchorIn, base, pageAt, wordsOf } from "./edition";

const [HOVER_MS, TOUCH_MS] = [350, 500];
const MAX_WORDS = 280;
const NOTES = ".notes";

/** Shows where a link leads before it is followed: the title and first words of a section, a note whole, a figure small. */
export function glanceAtLinks(): void {
  const card = element("aside", { class: "glance", role: "tooltip", id: "_glance" });
  card.hidden = true;
  document.body.append(card);
  let shown: HTMLAnchorElement | null = null;
  let wanted: HTMLAnchorElement | null = null;
  let timer = 0;
  let held = false;
  const hide = () => {
    clearTimeout(timer);
    wanted = null;
    if (!shown) return;
    shown.removeAttribute("aria-describedby");
    shown = null;
    card.hidden = true;
  };
  const soon = (link: HTMLAnchorElement, wait: number) => {
    clearTimeout(timer);
    wanted = link;
    timer = window.setTimeout(() => void show(link), wait);
  };
  const show = async (link: HTMLAnchorElement) => {
    const seen = await sight(link.href);
    if (wanted !== link || !seen) return;
    hide();
    shown = link;
    card.replaceChildren(...seen);
    card.hidden = false;
    link.setAttribute("aria-describedby", card.id);
    put(card, link);
  };
  const linkOf = ({ target }: Event) => {
    const link =
      target instanceof Element ? target.closest<HTMLAnchorElement>("main a[href], .branches a[href]") : null;
    return link?.href.startsWith(base) && anchorIn(link.href) !== "" ? link : null;
  };
  document.addEventListener("pointerover", (event) => {
    const link = linkOf(event);
    if (event.pointerType === "mouse" && link && link !== shown) soon(link, HOVER_MS);
    else if (!link && event.pointerType === "mouse" && !card.contains(event.target as Node)) hide();
  });
  document.addEventListener("focusin", (event) => {
    const link = linkOf(event);
    if (link?.matches(":focus-visible")) soon(link, HOVER_MS);
    else hide();
  });
  document.addEventListener(
    "touchstart",
    (event) => {
      held = false;
      const link = linkOf(event);
      if (!link) return hide();
      clearTimeout(timer);
      wanted = link;
      timer = window.setTimeout(() => {
        held = true;
        void show(link);
      }, TOUCH_MS);
    },
    { passive: true },
  );
  for (const ends of ["touchend", "touchmove"])
    document.addEventListener(ends, () => clearTimeout(timer), { passive: true });
  // Who held a link down wanted to look, not to go.
  document.addEventListener("contextmenu", (event) => held && event.preventDefault());
  document.addEventListener(
    "click",
    (event) => {
      if (held && linkOf(event)) event.preventDefault();
      else hide();
      held = false;
    },
    true,
  );
  document.addEventListener("keydown", ({ key }) => key === "Escape" && hide());
  addEventListener("scroll", () => shown && !card.matches(":hover") && hide(), { passive: true });
}

/** What stands at an address, in short; null where nothing does. */
async function sight(address: string): Promise<Node[] | null> {
  const page = await pageAt(address);
  const place = page?.getElementById(anchorIn(address));
  if (!page || !place) return null;
  const note = place.closest(`${NOTES} li`);
  if (note) {
    const copy = document.importNode(note, true);
    for (const back of copy.querySelectorAll("[role=doc-backlink]")) back.remove();
    for (const named of copy.querySelectorAll("[id]")) named.removeAttribute("id");
    return [element("div", {}, ...copy.childNodes)];
  }
  const figure = place.closest("figure");
  const picture = figure?.querySelector("img");
  if (figure && picture) {
    const image = element("img", {
      alt: picture.alt,
      src: new URL(picture.getAttribute("src")!, address).href,
    });
    return [image, element("p", {}, wordsOf(figure.querySelector("figcaption") ?? figure))];
  }
  const heading = place.closest("h1, h2, h3, h4, h5, h6");
  const text = heading
    ? textAfter(heading)
    : wordsOf(place.closest("p, li, dd, dt, td, table, blockquote, pre") ?? place.parentElement!);
  const short = text.length > MAX_WORDS ? `${text.slice(0, MAX_WORDS).replace(/\s\S*$/, "")} …` : text;
  return [
    ...(heading ? [element("strong", {}, wordsOf(heading))] : []),
    ...(short ? [element("p", {}, short)] : []),
  ];
}

function textAfter(heading: Element): string {
  let words = "";
  for (
    let next = heading.nextElementSibling;
    next && words.length < MAX_WORDS;
    next = next.nextElementSibling
  ) {
    if (next.matches("h1, h2, h3, h4, h5, h6")) break;
    if (next.matches("p:not(.return), ul, ol, blockquote, dl")) words += ` ${wordsOf(next)}`;
  }
  return words.trim();
}

/** Below the link where there is room, else above it; never over the edges of the window. */
function put(card: HTMLElement, link: Element): void {
  const { left, top, bottom } = link.getClientRects()[0] ?? link.getBoundingClientRect();
  const { width, height } = card.getBoundingClientRect();
  const room = 8;
  card.style.left = `${Math.max(room, Math.min(left, innerWidth - width - room))}px`;
  card.style.top = `${bottom + height + room < innerHeight ? bottom + room : Math.max(room, top - height - room)}px`;
}
