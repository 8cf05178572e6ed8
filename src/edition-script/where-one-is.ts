import { element } from "./element";
import { HEADINGS, anchorIn, base, home, naming, says, wordsOf } from "./edition";
import { keepHere, keptHere } from "./kept-here";

interface ReadingPlace {
  /** The address within the edition. */
  readonly at: string;
  readonly title: string;
}

/** The heading under which the reader is: the last one above the upper third of the window. */
export function currentHeading(): HTMLElement | null {
  let current: HTMLElement | null = null;
  for (const heading of document.querySelectorAll<HTMLElement>(HEADINGS)) {
    if (heading.getBoundingClientRect().top > innerHeight / 3) break;
    current = heading;
  }
  return current;
}

/** Marks in the contents where the reader is, and keeps it on this device, so that reading can go on there. */
export function followReading(): void {
  const links = new Map<string, HTMLAnchorElement>();
  for (const link of document.querySelectorAll<HTMLAnchorElement>(".branches a[href^='#']"))
    links.set(anchorIn(link.href), link);
  const here = `reading ${home}`;
  offerToGoOn(keptHere<ReadingPlace | null>(here, null));
  let waiting = false;
  let moved = false;
  const look = () => {
    waiting = false;
    const heading = currentHeading();
    const own = heading && closestListed(heading, links);
    for (const link of document.querySelectorAll(".branches [aria-current=location]"))
      if (link !== own) link.removeAttribute("aria-current");
    if (own && !own.hasAttribute("aria-current")) own.setAttribute("aria-current", "location");
    const isText = document.querySelector(".steps") !== null;
    if (!moved || !isText) return;
    const page = location.href.replace(/[?#].*$/, "").slice(base.length);
    const title = heading ? wordsOf(heading) : document.title;
    keepHere(here, { at: heading ? `${page}#${encodeURIComponent(heading.id)}` : page, title });
  };
  const later = () => {
    if (waiting) return;
    waiting = true;
    setTimeout(look, 150);
  };
  addEventListener("scroll", later, { passive: true });
  // Opening a page says where somebody wanted to go; staying there, that they read.
  for (const happens of ["scroll", "pointerdown", "keydown"])
    addEventListener(happens, () => (moved = true), { once: true, passive: true });
  later();
}

function closestListed(
  heading: Element,
  links: ReadonlyMap<string, HTMLAnchorElement>,
): HTMLAnchorElement | null {
  const all = [...document.querySelectorAll(HEADINGS)];
  for (let i = all.indexOf(heading); i >= 0; i--) {
    const link = links.get(all[i]!.id);
    if (link) return link;
  }
  return null;
}

/** On the first page, a link to where the reader was last. */
function offerToGoOn(last: ReadingPlace | null): void {
  const isFirst =
    document.querySelector("link[rel=prev]") === null && document.querySelector(".steps") !== null;
  const [page = ""] = last?.at.split("#") ?? [];
  const isHere = page === "" || page === "index.html";
  if (!last || !isFirst || isHere || location.hash || location.search) return;
  const link = element("a", { href: new URL(last.at, home).href }, naming(says.goOn, last.title));
  document.querySelector("main")?.before(element("p", { class: "go-on" }, link));
}
