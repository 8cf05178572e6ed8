import { addButton } from "./banner";
import { button, element, say } from "./element";
import { home, issue, leadTo, says } from "./edition";
import { rangeOf } from "./found-words";
import { keepHere, keptHere } from "./kept-here";
import { panel } from "./panel";
import { offerAtPlaces, type ChosenPlace } from "./place-menu";

/** A place that a reader marked, by its anchor: it is found again in later editions. */
export interface OwnMark {
  readonly anchor: string;
  /** What the section is called. */
  readonly title: string;
  /** Words that were chosen in it; empty for the section as a whole. */
  readonly quote: string;
  readonly note: string;
  readonly at: number;
  /** The edition in which it was made. */
  readonly issue: number | null;
}

const NAME = `marks ${home}`;

export function ownMarks(): readonly OwnMark[] {
  return keptHere<OwnMark[]>(NAME, []);
}

function keepMarks(marks: readonly OwnMark[]): void {
  if (!keepHere(NAME, marks)) say(says.deviceFull);
  showMarks();
}

const isSame = (a: Pick<OwnMark, "anchor" | "quote">, b: Pick<OwnMark, "anchor" | "quote">) =>
  a.anchor === b.anchor && a.quote === b.quote;

/** The address that leads to a place, and marks the words that were chosen there. */
function addressOf({ anchor, quote }: Pick<OwnMark, "anchor" | "quote">): string {
  const query = quote ? `?${new URLSearchParams({ quote: quote.slice(0, 300) }).toString()}` : "";
  return leadTo(anchor) + query;
}

/** Offers to mark places and to copy their addresses; and the list of all own marks. */
export function offerMarks(): void {
  offerAtPlaces((place, close) => {
    const marks = ownMarks();
    const isMarked = marks.some((mark) => isSame(mark, place));
    return [
      button(isMarked ? says.unmark : says.mark, () => {
        close();
        keepMarks(
          isMarked
            ? marks.filter((mark) => !isSame(mark, place))
            : [...marks, { ...place, note: "", at: Date.now(), issue }],
        );
      }),
      button(says.copyAddress, () => {
        close();
        void copy(place);
      }),
    ];
  });
  addButton("★", says.marks, panel(says.marks, listMarks));
  showMarks();
}

async function copy(place: ChosenPlace): Promise<void> {
  const address = addressOf(place);
  try {
    await navigator.clipboard.writeText(address);
    say(says.copied);
  } catch {
    say(address);
  }
}

/** Shows the marks of this page in its text. */
function showMarks(): void {
  for (const mark of document.querySelectorAll("main .own-mark, main .own-quote"))
    if (mark.matches(".own-quote")) mark.replaceWith(...mark.childNodes);
    else mark.remove();
  const text = document.querySelector("main")!;
  for (const { anchor, quote } of ownMarks()) {
    const place = document.getElementById(anchor);
    if (!place || !text.contains(place)) continue;
    if (quote) {
      const [range] = rangeOf(quote, place, text);
      try {
        range?.surroundContents(element("span", { class: "own-quote" }));
      } catch {
        // What reaches over the edges of elements stays unmarked in the text; it is in the list.
      }
    } else place.append(element("span", { class: "own-mark", "aria-label": says.marks, role: "img" }, "★"));
  }
}

function listMarks(inside: HTMLElement): void {
  const marks = ownMarks();
  if (marks.length === 0) return inside.append(element("p", {}, says.noMarks));
  const list = element("ul", { class: "own-marks" });
  for (const mark of marks) {
    const link = element("a", { href: addressOf(mark) }, mark.title);
    const note = element("textarea", {
      "aria-label": `${says.noteHere}: ${mark.title}`,
      rows: "2",
      placeholder: says.noteHere,
    });
    note.value = mark.note;
    note.addEventListener("input", () => {
      const noted = ownMarks().map((it) => (isSame(it, mark) ? { ...it, note: note.value } : it));
      if (!keepHere(NAME, noted)) say(says.deviceFull);
    });
    const item = element("li", {}, link, ...(mark.quote ? [element("q", {}, mark.quote)] : []), note);
    item.append(
      button(says.unmark, () => {
        keepMarks(ownMarks().filter((it) => !isSame(it, mark)));
        const next = item.nextElementSibling ?? item.previousElementSibling ?? inside.parentElement;
        item.remove();
        next?.querySelector<HTMLElement>("a, button")?.focus();
      }),
    );
    if (mark.issue !== issue) void tellIfGone(item, mark);
    list.append(item);
  }
  inside.append(list, element("p", {}, button(says.exportMarks, exportMarks)));
}

/** A place of an earlier edition may be gone. */
async function tellIfGone(item: Element, { anchor }: OwnMark): Promise<void> {
  const answer = await fetch(leadTo(anchor), { method: "HEAD" }).catch(() => null);
  if (answer?.status === 404) item.querySelector("a")!.after(element("p", { class: "gone" }, says.placeGone));
}

/** All own marks as a page that any browser opens, with links to their places. */
function exportMarks(): void {
  const list = element("ul");
  for (const mark of ownMarks())
    list.append(
      element(
        "li",
        {},
        element("a", { href: addressOf(mark) }, mark.title),
        ...(mark.quote ? [element("blockquote", {}, mark.quote)] : []),
        ...(mark.note ? [element("p", {}, mark.note)] : []),
      ),
    );
  const title = document.querySelector(".banner .title")?.textContent ?? "";
  const page = `<!DOCTYPE html>\n<html lang="${document.documentElement.lang}"><head><meta charset="utf-8">${element("title", {}, title).outerHTML}</head><body>${element("h1", {}, title).outerHTML}${list.outerHTML}</body></html>\n`;
  const link = element("a", {
    href: URL.createObjectURL(new Blob([page], { type: "text/html" })),
    download: `${says.marks}.html`,
  });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
