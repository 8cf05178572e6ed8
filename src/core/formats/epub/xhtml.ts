import { defaultTreeAdapter, parseFragment, type DefaultTreeAdapterTypes } from "parse5";
import { escapeXml } from "../xml/escape-xml";

type Element = DefaultTreeAdapterTypes.Element;
type Node = DefaultTreeAdapterTypes.ChildNode;

/** The namespaces that a reader knows by their elements. */
const NAMESPACES: Readonly<Record<string, string>> = {
  math: "http://www.w3.org/1998/Math/MathML",
  svg: "http://www.w3.org/2000/svg",
};

/** What roles of elements are called in e-books (EPUB 3 Structural Semantics). */
const TYPES: Readonly<Record<string, string>> = {
  "doc-noteref": "noteref",
  "doc-endnotes": "footnotes",
  "doc-pagebreak": "pagebreak",
};

/** What of the elements of a page its file needs to know, and how it has them. */
export interface PageRules {
  /** Where an address leads that is written in the page; null where it can lead nowhere. */
  readonly address: (href: string) => string | null;
  /** Whether attributes that only Gate Rope reads are left out. */
  readonly clean: boolean;
}

/** A part of a page that was written as HTML, read as a browser reads it. */
export interface ReadPage {
  readonly nodes: readonly Node[];
  /** The ids of its elements. */
  readonly ids: ReadonlySet<string>;
  readonly holdsMath: boolean;
}

export function readPage(html: string): ReadPage {
  const fragment = parseFragment(html);
  const ids = new Set<string>();
  let holdsMath = false;
  const open: Node[] = [...fragment.childNodes];
  for (let node = open.pop(); node; node = open.pop()) {
    if (!("attrs" in node)) continue;
    const id = idOf(node);
    if (id) ids.add(id);
    if (node.tagName === "math") holdsMath = true;
    for (const child of node.childNodes) open.push(child);
  }
  return { nodes: fragment.childNodes, ids, holdsMath };
}

/** Names that XML allows for an id (XML 1.0, 3.3.1). */
const XML_ID = /^[\p{L}_][\p{L}\p{N}\p{M}._-]*$/u;

function idOf({ attrs: written }: Element): string | null {
  const id = written.find(({ name }) => name === "id")?.value;
  return id && XML_ID.test(id) ? id : null;
}

const VOID = new Set(["br", "col", "hr", "img", "input", "wbr"]);

/** The same page as XML (HTML Standard, 13.4; EPUB 3.3, 6.1). It is walked without recursion: a page may be as deep as a document. */
export function xhtmlOf({ nodes }: ReadPage, rules: PageRules): string {
  let xml = "";
  const open: (Node | string)[] = [...nodes].reverse();
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (typeof at === "string") xml += at;
    else if (defaultTreeAdapter.isTextNode(at)) xml += escapeXml(at.value);
    else if ("attrs" in at) {
      const tag = startOf(at, rules);
      if (VOID.has(at.tagName) && at.childNodes.length === 0) xml += `<${tag}/>`;
      else {
        xml += `<${tag}>`;
        open.push(`</${at.tagName}>`);
        for (let i = at.childNodes.length - 1; i >= 0; i--) open.push(at.childNodes[i]!);
      }
    }
  }
  return xml;
}

function startOf({ tagName, attrs: all }: Element, { address, clean }: PageRules): string {
  let tag = tagName;
  const namespace = NAMESPACES[tag];
  if (namespace) tag += ` xmlns="${namespace}"`;
  let role = "";
  for (const { name, value } of all) {
    if (clean && name.startsWith("data-")) continue;
    if (name === "id" && !XML_ID.test(value)) continue;
    if (name.startsWith("xmlns")) continue;
    if (name === "role") role = value;
    const written = name === "href" && tagName === "a" ? address(value) : value;
    if (written === null) {
      tag += ` class="broken"${clean ? "" : ` data-adrift="${escapeXml(value)}"`}`;
      continue;
    }
    tag += ` ${name}="${escapeXml(written)}"`;
    if (name === "lang") tag += ` xml:lang="${escapeXml(value)}"`;
  }
  const type = TYPES[role];
  return type ? `${tag} epub:type="${type}"` : tag;
}
