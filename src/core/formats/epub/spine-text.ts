import { decodeSafely } from "@/core/document";
import { pathBeside } from "../archive/archive";
import { escapeHtml } from "../html/escape";

/** A file of text of a book. */
export interface SpineFile {
  readonly path: string;
  readonly text: string;
}

/** Elements of HTML that hold nothing, and need no end. */
const VOID = /^(?:area|base|br|col|embed|hr|img|input|link|meta|param|source|track|wbr)$/i;

const TAG =
  /<([a-z][\w:.-]*)((?:\s+[^\s"'<>/=]+(?:\s*=\s*(?:"[^"]*"|'[^']*'|[^\s"'<>]*))?|\s*\/(?!>))*)\s*(\/?)>/gi;
const ATTRIBUTE = /(\s+)([^\s"'<>/=]+)(\s*=\s*)("[^"]*"|'[^']*')/g;

/**
 * The files of a book as one text: what an anchor is called in two of them has two names here, links between files lead within the text, and
 * pictures are named by their paths in the archive.
 */
export function joinedSpine(files: readonly SpineFile[]): string {
  const names = new AnchorNames(files);
  const isOwn = ownMetas(files) !== "";
  const bodies = files.map(({ path, text }) => ({ path, html: rewritten(bodyOf(text, isOwn), path, names) }));
  // A file to which no link leads as a whole needs no name.
  return bodies
    .map(({ path, html }) => {
      const id = names.isLedTo(path) ? ` id="${escapeHtml(names.ofFile(path))}"` : "";
      return `<section${id}>${html}</section>`;
    })
    .join("\n");
}

/** What stands within the body of a file. `isOwn`: whether Gate Rope wrote it, where the name of the body is that of the beginning. */
function bodyOf(text: string, isOwn: boolean): string {
  const open = /<body\b[^<>]*>/i.exec(text);
  const close = text.search(/<\/body\s*>/i);
  const body = text.slice(open ? open.index + open[0].length : 0, close < 0 ? text.length : close);
  const id = open && /\sid\s*=\s*["']([^"']+)["']/i.exec(open[0])?.[1];
  const plain = withoutPictureFrames(withoutXml(body));
  return id && !isOwn ? `<a id="${escapeHtml(id)}"></a>${plain}` : plain;
}

const CDATA = "<![CDATA[";

/** Text without what only XML has: instructions, and marked sections, whose words stay. One that never ends is left as it is. */
function withoutXml(text: string): string {
  let plain = "";
  let at = 0;
  for (let sign = text.indexOf("<", at); sign >= 0; sign = text.indexOf("<", sign + 1)) {
    const isCdata = text.startsWith(CDATA, sign);
    if (!isCdata && text[sign + 1] !== "?") continue;
    const end = text.indexOf(isCdata ? "]]>" : "?>", sign);
    if (end < 0) break;
    plain += text.slice(at, sign) + (isCdata ? escapeHtml(text.slice(sign + CDATA.length, end)) : "");
    at = end + (isCdata ? 3 : 2);
    sign = at - 1;
  }
  return plain + text.slice(at);
}

/** Covers stand in a drawing that only frames them, so that they fill a screen. */
function withoutPictureFrames(text: string): string {
  return text.replace(
    /<svg\b[^<>]*>\s*<image\b([^<>]*?)\/?>\s*(?:<\/image>\s*)?<\/svg>/gi,
    (_, attributes: string) =>
      `<img${attributes.replace(/\b(?:xlink:)?href(\s*=)/i, "src$1").replace(/\s(?:width|height|preserveAspectRatio|transform)\s*=\s*(?:"[^"]*"|'[^']*')/gi, "")} alt="">`,
  );
}

function rewritten(text: string, path: string, names: AnchorNames): string {
  return text.replace(TAG, (_, name: string, written: string, closes: string) => {
    const attributes = written.replace(
      ATTRIBUTE,
      (whole, space: string, attribute: string, equals: string, quoted: string) => {
        const value = quoted.slice(1, -1);
        const said = (other: string) => `${space}${attribute}${equals}"${other.replaceAll('"', "&quot;")}"`;
        switch (attribute.toLowerCase()) {
          case "id":
          case "name":
            return attribute.toLowerCase() === "name" && !/^a$/i.test(name)
              ? whole
              : said(names.ofAnchor(path, value));
          case "href":
            return said(names.link(path, value));
          case "src":
            return /^[a-z][a-z+.-]*:|^\/\//i.test(value)
              ? whole
              : said(encodeURI(pathBeside(path, decodeSafely(value))));
          default:
            return whole;
        }
      },
    );
    // In XML any element may end where it begins.
    return closes && !VOID.test(name) ? `<${name}${attributes}></${name}>` : `<${name}${attributes}>`;
  });
}

/** What anchors of several files are called in one text. */
class AnchorNames {
  /** By file and anchor. */
  private readonly names = new Map<string, string>();
  private readonly files = new Map<string, string>();
  private readonly taken = new Set<string>();
  private readonly ledTo = new Set<string>();

  constructor(files: readonly SpineFile[]) {
    for (const { path, text } of files)
      for (const [, id] of text.matchAll(/\s(?:id|name)\s*=\s*["']([^"']+)["']/gi)) {
        const key = `${path}#${id}`;
        if (!this.names.has(key)) this.names.set(key, this.free(id!, path));
      }
    for (const { path } of files) this.files.set(path, this.free(stem(path), path));
  }

  private free(wanted: string, path: string): string {
    let name = wanted;
    if (this.taken.has(name)) name = `${stem(path)}-${wanted}`;
    for (let n = 2; this.taken.has(name); n++) name = `${stem(path)}-${wanted}-${n}`;
    this.taken.add(name);
    return name;
  }

  /** Whether a link leads to a file as a whole. */
  isLedTo(path: string): boolean {
    return this.ledTo.has(path);
  }

  ofFile(path: string): string {
    return this.files.get(path) ?? stem(path);
  }

  ofAnchor(path: string, anchor: string): string {
    return this.names.get(`${path}#${anchor}`) ?? anchor;
  }

  /** Where an address of a file leads; one that leads to no file of the book stays as it is. */
  link(path: string, href: string): string {
    if (/^[a-z][a-z+.-]*:|^\/\//i.test(href)) return href;
    const [file = "", anchor] = href.split("#");
    const target = file === "" ? path : pathBeside(path, decodeSafely(file));
    if (!this.files.has(target)) return href;
    if (anchor === undefined || anchor === "") {
      this.ledTo.add(target);
      return `#${encodeURIComponent(this.ofFile(target))}`;
    }
    const known = this.names.get(`${target}#${decodeSafely(anchor)}`);
    // A broken one says where it was to lead.
    return `#${encodeURIComponent(known ?? (this.taken.has(anchor) ? `${stem(target)}-${anchor}` : decodeSafely(anchor)))}`;
  }
}

/** The name of a file without its folder and ending. */
function stem(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1).replace(/\.[^.]*$/, "");
}

/** What the head of the first file says that only Gate Rope reads; nothing for a book that was made somewhere else. */
export function ownMetas([first]: readonly SpineFile[]): string {
  const head = first?.text.slice(0, first.text.search(/<body\b/i)) ?? "";
  const metas = head.match(/<meta name="(?:generator|gate-rope:[a-z]+)"[^<>]*>/g) ?? [];
  return metas[0]?.includes('content="Gate Rope"')
    ? metas.map((meta) => meta.replace(/\/>$/, ">")).join("\n")
    : "";
}
