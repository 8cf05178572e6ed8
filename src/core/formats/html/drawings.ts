import { parseFragment, type DefaultTreeAdapterMap } from "parse5";
import { toBase64 } from "../base64";
import { isHarmlessSource, isHarmlessValue, RUNNING_ELEMENTS } from "../harmless-drawing";
import type { DropLog } from "../intake/drop-log";
import { LIMITS } from "../intake/limits";
import { edited, type Edit } from "./edited-text";
import { escapeHtml } from "./escape";

/*
 * Drawings that are written into a page (SVG 2) become pictures of their own where they run nothing and fetch nothing.
 */

const UNSAFE =
  "It holds what runs or fetches something; its place and description are kept where it has any.";

/** An HTML text in which each drawing is a picture with its bytes; a sign that only decorates, hidden from readers, is none. */
export function withDrawings(text: string, dropped: DropLog): string {
  if (!/<svg[\s/>]/i.test(text)) return text;
  const edits: Edit[] = [];
  for (const { at, end } of drawingsIn(text)) {
    const written = text.slice(at, end);
    const root = written.length <= LIMITS.pictureBytes ? rootOf(written) : null;
    if (root && valueOf(root, "aria-hidden") === "true" && titleOf(root) === "") {
      edits.push({ at, end, text: "" });
      continue;
    }
    const xml = root && drawing(root);
    const alt = root ? escapeHtml(titleOf(root)) : "";
    if (xml) {
      const bytes = toBase64(new TextEncoder().encode(xml));
      edits.push({ at, end, text: `<img src="data:image/svg+xml;base64,${bytes}" alt="${alt}">` });
    } else {
      dropped.add("drawing that is not safe", UNSAFE);
      edits.push({ at, end, text: alt === "" ? "" : `<span data-picture-alt="${alt}"></span>` });
    }
  }
  return edited(text, edits);
}

/** Where the outermost drawings of a text begin and end; one that does not end is none. */
function* drawingsIn(text: string): Generator<{ at: number; end: number }> {
  const tags = /<(\/?)svg\b[^>]*>/gi;
  let [at, depth] = [0, 0];
  for (let tag = tags.exec(text); tag; tag = tags.exec(text)) {
    if (tag[1] === "") {
      if (depth === 0) at = tag.index;
      if (!tag[0].endsWith("/>")) depth++;
      else if (depth === 0) yield { at, end: tags.lastIndex };
    } else if (depth > 0 && --depth === 0) yield { at, end: tags.lastIndex };
  }
}

type Element = DefaultTreeAdapterMap["element"];
type Tree = DefaultTreeAdapterMap["childNode"];

function rootOf(written: string): Element | null {
  const [root] = parseFragment(written).childNodes;
  return root && "tagName" in root && root.tagName === "svg" ? root : null;
}

function valueOf({ attrs: written }: Element, attribute: string): string | undefined {
  return written.find(({ name }) => name === attribute)?.value;
}

function titleOf(root: Element): string {
  const label = valueOf(root, "aria-label");
  if (label) return label.trim();
  const title = root.childNodes.find((child) => "tagName" in child && child.tagName === "title");
  const words = title && "childNodes" in title ? title.childNodes : [];
  return words
    .map((child) => ("value" in child ? child.value : ""))
    .join("")
    .trim();
}

/** In a page nothing moves either. */
const MOVING = /^(?:set|animate.*)$/i;
const DEEPEST = 200;

/** A drawing as a file of its own; null where it is not safe, or shows what stands elsewhere in the page. */
function drawing(root: Element): string | null {
  const ids = new Set<string>();
  const uses: string[] = [];
  const parts: string[] = [];
  const write = (node: Tree, depth: number): boolean => {
    if (depth > DEEPEST) return false;
    if ("value" in node) {
      parts.push(escapeHtml(node.value));
      return true;
    }
    if (!("tagName" in node)) return true;
    if (RUNNING_ELEMENTS.test(node.tagName) || MOVING.test(node.tagName)) return false;
    const style =
      node.tagName === "style"
        ? node.childNodes.map((child) => ("value" in child ? child.value : "")).join("")
        : "";
    if (!isHarmlessValue(style)) return false;
    parts.push(`<${node.tagName}`);
    if (node === root)
      parts.push(` xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"`);
    const { attrs: written } = node;
    for (const { name, prefix, value } of written) {
      if (/^on/i.test(name) || !isHarmlessValue(value)) return false;
      if (name === "xmlns" || prefix === "xmlns") continue;
      if (name === "id") ids.add(value);
      if (name === "href") {
        if (node.tagName === "a") continue;
        if (value.startsWith("#")) uses.push(value.slice(1));
        else if (!isHarmlessSource(value)) return false;
      }
      parts.push(` ${prefix ? `${prefix}:` : ""}${name}="${escapeHtml(value)}"`);
    }
    parts.push(">");
    if (!node.childNodes.every((child) => write(child, depth + 1))) return false;
    parts.push(`</${node.tagName}>`);
    return true;
  };
  return write(root, 0) && uses.every((id) => ids.has(id)) ? parts.join("") : null;
}
