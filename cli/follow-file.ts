/** Follows the links of a written file as a browser would, with nothing of what wrote it. */
import MarkdownIt from "markdown-it";
import footnotes from "markdown-it-footnote";
import { defaultTreeAdapter, parse, type DefaultTreeAdapterTypes } from "parse5";

type Element = DefaultTreeAdapterTypes.Element;

/** A link that was promised: its words, its address in the file, and what stands where it leads; null for what is not known by words. */
export interface Promised {
  readonly text: string;
  readonly href: string;
  readonly leadsTo: string | null;
}

/** What following came to. */
export interface Followed {
  readonly promised: number;
  readonly failed: readonly { readonly text: string; readonly why: string }[];
}

/** Letters at a place that have to be those of its name. */
const COMPARED = 16;
/** How many letters are looked at where a link lands. */
const SEEN = 400;

/** Follows what was promised within an HTML page. */
export function followHtml(html: string, promised: readonly Promised[]): Followed {
  const ids = new Map<string, string>();
  const links = new Map<string, number>();
  const open: DefaultTreeAdapterTypes.ChildNode[] = [];
  const order: (Element | string)[] = [];
  open.push(...[...parse(html).childNodes].reverse());
  for (let node = open.pop(); node; node = open.pop()) {
    if (defaultTreeAdapter.isTextNode(node)) order.push(node.value);
    if (!("attrs" in node)) continue;
    if (["script", "style", "template"].includes(node.tagName)) continue;
    order.push(node);
    open.push(...[...node.childNodes].reverse());
  }
  order.forEach((one, at) => {
    if (typeof one === "string") return;
    const { tagName, attrs: written } = one;
    for (const { name, value } of written) {
      if (name === "id" && !ids.has(value)) ids.set(value, lettersFrom(order, at));
      if (name === "href" && tagName === "a") links.set(value, (links.get(value) ?? 0) + 1);
    }
  });
  const failed = promised.flatMap(({ text, href, leadsTo }) => {
    const why = faultOf(href, leadsTo, ids, links);
    return why ? [{ text, why }] : [];
  });
  return { promised: promised.length, failed };
}

/** Follows what was promised within a Markdown file, as it is shown: CommonMark with notes, HTML and `{#anchors}` of headings. */
export function followMarkdown(text: string, promised: readonly Promised[]): Followed {
  const markdown = new MarkdownIt({ html: true }).use(footnotes);
  const named = markdown
    .render(text.replace(/^---\n[\s\S]*?\n---\n/, ""))
    .replace(
      /<(h[1-6])>([\s\S]*?)\{#([^\s}]+)[^}]*\}<\/\1>/g,
      (_all, tag: string, words: string, id: string) => `<${tag} id="${id}">${words}</${tag}>`,
    );
  return followHtml(named, promised);
}

function faultOf(
  href: string,
  leadsTo: string | null,
  ids: ReadonlyMap<string, string>,
  links: ReadonlyMap<string, number>,
): string | null {
  const written = [href, encodeURI(decoded(href))].some((one) => links.has(one));
  if (!written) return `The file has no link to ${href}.`;
  if (!href.startsWith("#")) return null;
  const id = decoded(href.slice(1));
  const standing = ids.get(id);
  if (standing === undefined) return /^_?top$/.test(id) ? null : `Nothing in the file is called “${id}”.`;
  const wanted = leadsTo === null ? "" : letters(leadsTo).slice(0, COMPARED);
  // A number or a label may stand before it, a caption behind a picture.
  return standing.includes(wanted) ? null : `“${leadsTo}” is not at “${id}”.`;
}

/** The letters of what follows in a page, as far as they tell a place from another. */
function lettersFrom(order: readonly (Element | string)[], at: number): string {
  let found = "";
  for (let i = at; i < order.length && found.length < SEEN; i++) {
    const one = order[i]!;
    if (typeof one === "string") found += letters(one);
  }
  return found.slice(0, SEEN);
}

function letters(text: string): string {
  return text
    .normalize("NFKC")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, "");
}

function decoded(address: string): string {
  try {
    return decodeURIComponent(address);
  } catch {
    return address;
  }
}
