/** What a page of an edition does with scripts: search as one types, and marks for what was found. Everything else works without. */
import { placesOf, wordsAround } from "./words-around";

interface Result {
  readonly title: string;
  readonly href: string;
  readonly terms: readonly string[];
}

const script = document.currentScript as HTMLScriptElement;
const {
  search: label = "",
  none = "",
  worker: workerAddress = "",
  index: indexAddress = "",
} = script.dataset;
/** Addresses stand in the page as seen from it. */
const resolved = (address: string) => new URL(address, document.baseURI).href;

const form = document.createElement("form");
form.className = "search";
form.setAttribute("role", "search");
const field = document.createElement("input");
field.type = "search";
field.placeholder = label;
field.setAttribute("aria-label", label);
field.setAttribute("aria-controls", "_found");
field.autocomplete = "off";
const list = document.createElement("div");
list.id = "_found";
list.className = "found";
list.setAttribute("role", "status");
list.hidden = true;
form.append(field, list);
document.querySelector(".banner .to-contents")?.before(form);

let worker: Worker | null = null;
let asked = 0;

function ask(): void {
  const words = field.value.trim();
  asked++;
  if (words === "") {
    list.hidden = true;
    return;
  }
  if (!worker) {
    worker = new Worker(resolved(workerAddress));
    worker.onmessage = ({
      data,
    }: MessageEvent<{ number: number; count: number | null; results: Result[] }>) => {
      if (data.number === asked) show(data.results);
    };
  }
  worker.postMessage({ number: asked, address: resolved(indexAddress), words });
}

function show(results: readonly Result[]): void {
  list.hidden = false;
  if (results.length === 0) {
    list.replaceChildren(Object.assign(document.createElement("p"), { textContent: none }));
    return;
  }
  const items = document.createElement("ol");
  for (const { title, href, terms } of results) {
    const [file = "", anchor = ""] = href.split("#");
    const link = document.createElement("a");
    link.href = `${file}?${new URLSearchParams({ find: terms.join(" ") }).toString()}#${anchor}`;
    link.textContent = title;
    const item = document.createElement("li");
    item.append(link);
    items.append(item);
    void tellAround(item, file, anchor, terms);
  }
  list.replaceChildren(items);
}

const pages = new Map<string, Promise<Document | null>>();

/** The page of a result: its text is read for the words around. */
function pageOf(file: string): Promise<Document | null> {
  let page = pages.get(file);
  if (!page) {
    page = fetch(resolved(file))
      .then(async (answer) =>
        answer.ok ? new DOMParser().parseFromString(await answer.text(), "text/html") : null,
      )
      .catch(() => null);
    pages.set(file, page);
  }
  return page;
}

async function tellAround(
  item: Element,
  file: string,
  anchor: string,
  terms: readonly string[],
): Promise<void> {
  const page = await pageOf(file);
  const text = page?.querySelector("main");
  if (!page || !text) return;
  const start = page.getElementById(decodeURIComponent(anchor)) ?? text;
  const places = [...placesOf(terms, start, text)];
  // The title of the section stands above already.
  const place =
    places.find(({ node }) => !node.parentElement?.closest("h1, h2, h3, h4, h5, h6")) ?? places[0];
  if (!place) return;
  const [before, word, after] = wordsAround(place);
  const line = document.createElement("p");
  line.append(before, Object.assign(document.createElement("mark"), { textContent: word }), after);
  item.append(line);
}

/** Marks the words that were searched for where the page was opened at a result. */
function markFound(): void {
  const terms = new URLSearchParams(location.search).get("find")?.split(" ").filter(Boolean) ?? [];
  const text = document.querySelector("main");
  if (terms.length === 0 || !text) return;
  const start = document.getElementById(decodeURIComponent(location.hash.slice(1))) ?? text;
  const found = [...placesOf(terms, start, text)];
  let first: Element | null = null;
  // From the end, so that earlier places stay where they are.
  for (const { node, from, to } of found.reverse()) {
    const range = document.createRange();
    range.setStart(node, from);
    range.setEnd(node, to);
    const mark = document.createElement("mark");
    range.surroundContents(mark);
    first = mark;
  }
  first?.scrollIntoView({ block: "center" });
}

field.addEventListener("input", ask);
form.addEventListener("submit", (event) => {
  event.preventDefault();
  list.querySelector<HTMLAnchorElement>("a")?.click();
});
form.addEventListener("keydown", (event) => {
  const links = [...list.querySelectorAll<HTMLAnchorElement>("a")];
  const at = links.indexOf(document.activeElement as HTMLAnchorElement);
  if (event.key === "Escape") {
    list.hidden = true;
    field.focus();
  } else if (event.key === "ArrowDown") links[at + 1]?.focus();
  else if (event.key === "ArrowUp") (links[at - 1] ?? field).focus();
  else return;
  event.preventDefault();
});
document.addEventListener("keydown", (event) => {
  const typing = (event.target as Element).closest("input, textarea, [contenteditable]");
  if (event.key !== "/" || typing || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  field.focus();
});
document.addEventListener("click", (event) => {
  if (!form.contains(event.target as Node)) list.hidden = true;
});
markFound();
