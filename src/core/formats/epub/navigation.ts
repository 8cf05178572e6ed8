import type { Archive } from "../archive/archive";
import { ReadError } from "../intake/read-error";
import { childNamed, elementsIn, elementsWithin, textWithin, type XmlElement } from "../xml/element";
import { parseXml } from "../xml/parse-xml";

/** A line of the list of contents that a book brings for whoever shows it. */
export interface NavigationLine {
  readonly words: string;
  /** 0 for a line of the top level. */
  readonly depth: number;
}

const NAMESPACES = {
  "http://www.w3.org/1999/xhtml": "h",
  "http://www.idpf.org/2007/ops": "epub",
  "http://www.daisy.org/z3986/2005/ncx/": "ncx",
};

/** The lines of a navigation document (EPUB 3.3, 7) or an NCX (OPF 2.0.1, 2.4.1); none where it cannot be read, for the text stands without it. */
export function navigationLines(archive: Archive, path: string): readonly NavigationLine[] {
  const bytes = archive.bytesOf(path);
  if (!bytes) return [];
  try {
    const root = parseXml(bytes, { part: path, namespaces: NAMESPACES, keepsSpace: false });
    const all = [...elementsWithin(root)];
    const map = all.find(({ name }) => name === "ncx:navMap");
    if (map) return pointsIn(map, 0);
    const lists = all.filter(({ name }) => name === "h:nav");
    const nav = lists.find(({ attributes }) => /\btoc\b/.test(attributes["epub:type"] ?? "")) ?? lists[0];
    return nav ? itemsIn(childNamed(nav, "h:ol"), 0) : [];
  } catch (error) {
    if (error instanceof ReadError) return [];
    throw error;
  }
}

function pointsIn(parent: XmlElement, depth: number): NavigationLine[] {
  return [...elementsIn(parent)].flatMap((point) =>
    point.name === "ncx:navPoint"
      ? [lineOf(childNamed(point, "ncx:navLabel"), depth), ...pointsIn(point, depth + 1)]
      : [],
  );
}

function itemsIn(list: XmlElement | null, depth: number): NavigationLine[] {
  return list
    ? [...elementsIn(list)].flatMap((item) => [
        lineOf(childNamed(item, "h:a") ?? childNamed(item, "h:span"), depth),
        ...itemsIn(childNamed(item, "h:ol"), depth + 1),
      ])
    : [];
}

function lineOf(label: XmlElement | null, depth: number): NavigationLine {
  return { words: textWithin(label).replace(/\s+/g, " ").trim(), depth };
}
