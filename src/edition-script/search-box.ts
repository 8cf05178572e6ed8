import type { JumpPlace } from "@/core/editions/jump-places";
import { addTool } from "./banner";
import { element } from "./element";
import { addressOf, anchorIn, index, naming, pageAt, places, says, worker } from "./edition";
import { nameMatches } from "./name-matches";
import { placesOf, wordsAround } from "./words-around";

interface Result {
  readonly title: string;
  readonly href: string;
  readonly terms: readonly string[];
}

const MAX_NAMES = 6;

/** The box in which readers type what they seek: first the places that are called so, then the sections that say it. */
export class SearchBox {
  private readonly field = element("input", {
    type: "search",
    placeholder: says.search,
    "aria-label": says.search,
    "aria-controls": "_found",
    autocomplete: "off",
  });
  private readonly names = element("ol");
  private readonly texts = element("ol");
  private readonly status = element("p", { role: "status" });
  private readonly list = element(
    "div",
    { id: "_found", class: "found" },
    this.status,
    this.names,
    this.texts,
  );
  private readonly form = element("form", { class: "search", role: "search" }, this.field, this.list);
  private worker: Worker | null = null;
  private places: Promise<readonly JumpPlace[]> | null = null;
  private asked = 0;
  private seen = new IntersectionObserver(() => {});

  constructor() {
    this.list.hidden = true;
    addTool(this.form);
    this.field.addEventListener("input", () => void this.ask());
    this.form.addEventListener("submit", (event) => {
      event.preventDefault();
      this.list.querySelector<HTMLAnchorElement>("a")?.click();
    });
    this.form.addEventListener("keydown", (event) => this.move(event));
    document.addEventListener("keydown", (event) => {
      const typing = (event.target as Element).closest("input, textarea, [contenteditable], dialog");
      if (event.key !== "/" || typing || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      this.field.focus();
    });
    document.addEventListener("click", (event) => {
      const to = (event.target as Element).closest("a");
      if (!this.form.contains(event.target as Node) || to) this.list.hidden = true;
    });
  }

  private async ask(): Promise<void> {
    const words = this.field.value.trim();
    const number = ++this.asked;
    if (words === "") {
      this.list.hidden = true;
      return;
    }
    this.search(number, words);
    const named = nameMatches(await this.named(), words, MAX_NAMES);
    if (number !== this.asked) return;
    this.names.replaceChildren(
      ...named.map(({ n, h, p }) => {
        const page = p === undefined ? [] : [element("span", { class: "printed" }, naming(says.page, p))];
        return element("li", { class: "name" }, element("a", { href: addressOf(h) }, n), ...page);
      }),
    );
    this.list.hidden = false;
  }

  private named(): Promise<readonly JumpPlace[]> {
    this.places ??= fetch(addressOf(places))
      .then((answer) => (answer.ok ? (answer.json() as Promise<readonly JumpPlace[]>) : []))
      .catch(() => {
        this.places = null;
        return [];
      });
    return this.places;
  }

  private search(number: number, words: string): void {
    if (!this.worker) {
      this.worker = new Worker(addressOf(worker));
      this.worker.onmessage = ({ data }: MessageEvent<{ number: number; results: Result[] }>) => {
        if (data.number === this.asked) this.show(data.results);
      };
    }
    this.worker.postMessage({ number, address: addressOf(index), words });
  }

  private show(results: readonly Result[]): void {
    this.list.hidden = false;
    const nothing = results.length === 0 && this.names.childElementCount === 0;
    this.status.textContent = nothing ? says.nothingFound : "";
    const around = new Map<Element, () => void>();
    this.texts.replaceChildren(
      ...results.map(({ title, href, terms }) => {
        const [file = "", anchor = ""] = href.split("#");
        const query = new URLSearchParams({ find: terms.join(" ") }).toString();
        const item = element(
          "li",
          {},
          element("a", { href: `${addressOf(file)}?${query}#${anchor}` }, title),
        );
        around.set(item, () => void tellAround(item, addressOf(href), terms));
        return item;
      }),
    );
    // The pages of results are fetched as they come into view.
    this.seen.disconnect();
    this.seen = new IntersectionObserver((entries) => {
      for (const { isIntersecting, target } of entries) {
        if (!isIntersecting) continue;
        around.get(target)?.();
        around.delete(target);
      }
    });
    for (const item of around.keys()) this.seen.observe(item);
  }

  private move(event: KeyboardEvent): void {
    const links = [...this.list.querySelectorAll<HTMLAnchorElement>("a")];
    const at = links.indexOf(document.activeElement as HTMLAnchorElement);
    if (event.key === "Escape") {
      this.list.hidden = true;
      this.field.focus();
    } else if (event.key === "ArrowDown") links[at + 1]?.focus();
    else if (event.key === "ArrowUp") (links[at - 1] ?? this.field).focus();
    else return;
    event.preventDefault();
  }
}

/** Puts the words around what was found below its line. */
async function tellAround(item: Element, address: string, terms: readonly string[]): Promise<void> {
  const page = await pageAt(address);
  const text = page?.querySelector("main");
  if (!page || !text) return;
  const found = [...placesOf(terms, page.getElementById(anchorIn(address)) ?? text, text)];
  // The title of the section stands above already.
  const place = found.find(({ node }) => !node.parentElement?.closest("h1, h2, h3, h4, h5, h6")) ?? found[0];
  if (!place) return;
  const [before, word, after] = wordsAround(place);
  item.append(element("p", {}, before, element("mark", {}, word), after));
}
