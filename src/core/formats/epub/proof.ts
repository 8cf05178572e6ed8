import { pathBeside, type Archive } from "../archive/archive";
import { comparable, type FileProof } from "../office/file-proof";
import { heldAgainst, MetLinks, type MetPlace } from "../office/met-links";
import type { PromisedOfficeLink } from "../office/promised-office-link";
import { elementsWithin, textWithin, type XmlElement } from "../xml/element";
import { parseXml } from "../xml/parse-xml";

/*
 * Follows the links of a written e-book as a reading system does: from the container to the package, along its spine, and from each link to the
 * element that it names, in whichever file that is. Nothing of what wrote it is used here.
 */

/** How many letters are looked at where a link lands. */
const SEEN = 600;

interface Landing {
  readonly file: string;
  readonly at: number;
}

class Found {
  /** By file and id: `page.xhtml#id`. */
  readonly places = new Map<string, Landing>();
  /** The files in which an id stands. */
  readonly filesOf = new Map<string, string[]>();
  readonly letters = new Map<string, string>();
  /** By where they lead: to a file and an id, or out of the book. */
  readonly links = new MetLinks();

  placeOf(name: string, words: string): MetPlace {
    const files = this.filesOf.get(name) ?? [];
    const place = `${files[0]}#${name}`;
    return {
      count: files.length,
      ends: true,
      isLed: this.links.leadWith(place, words),
      standing: () => {
        const { file, at } = this.places.get(place)!;
        return this.letters.get(file)!.slice(at, at + SEEN);
      },
    };
  }
}

const NAMES = {
  "http://www.w3.org/1999/xhtml": "h",
  "http://www.idpf.org/2007/opf": "opf",
  "urn:oasis:names:tc:opendocument:xmlns:container": "ocf",
};

/** Follows what was promised within a written book, and each line of its navigation. */
export function proveEpub(archive: Archive, promised: readonly PromisedOfficeLink[]): FileProof {
  const found = new Found();
  const parsed = (path: string): XmlElement | null => {
    const bytes = archive.bytesOf(path);
    return bytes && parseXml(bytes, { part: path, namespaces: NAMES });
  };
  const container = parsed("META-INF/container.xml");
  const rootfile = [...elementsWithin(container)].find(({ name }) => name === "ocf:rootfile");
  const path = rootfile?.attributes["full-path"] ?? "";
  const book = parsed(path);
  const items = new Map<string, string>();
  const order: string[] = [];
  let navigation: string | null = null;
  for (const { name, attributes } of elementsWithin(book)) {
    if (name === "opf:item") {
      const file = pathBeside(path, decoded(attributes.href ?? ""));
      items.set(attributes.id ?? "", file);
      if (attributes.properties?.split(" ").includes("nav")) navigation = file;
    } else if (name === "opf:itemref") order.push(items.get(attributes.idref ?? "") ?? "");
  }
  for (const file of order) {
    const root = parsed(file);
    if (root) walk(root, file, found);
  }
  const { failed } = heldAgainst(promised, {
    leadsOut: (address) => found.links.lead(address),
    placeOf: (name, words) => found.placeOf(name, words),
    file: "book",
  });
  const lost = navigation === null ? [] : lostLines(parsed(navigation), navigation, order, found);
  const count = promised.length + lost.length;
  return { promised: count, lands: count - failed.length - lost.length, failed: [...failed, ...lost] };
}

function walk(root: XmlElement, file: string, found: Found): void {
  const pieces: string[] = [];
  let count = 0;
  const visit = (element: XmlElement): void => {
    const { attributes } = element;
    if (element.name === "h:head") return;
    if (attributes.id !== undefined) {
      found.places.set(`${file}#${attributes.id}`, { file, at: count });
      const files = found.filesOf.get(attributes.id);
      if (files) files.push(file);
      else found.filesOf.set(attributes.id, [file]);
    }
    if (element.name === "h:a" && attributes.href !== undefined)
      found.links.add(leadsTo(attributes.href, file), textWithin(element));
    for (const part of element.content) {
      if (typeof part === "string") {
        const letters = comparable(part);
        pieces.push(letters);
        count += letters.length;
      } else visit(part);
    }
  };
  visit(root);
  found.letters.set(file, pieces.join(""));
}

/** Where an address leads: a file and an id in the book, or an address outside. */
function leadsTo(href: string, file: string): string {
  if (/^[a-z][a-z+.-]*:/i.test(href)) return href;
  const [to = "", id] = href.split("#");
  const target = to === "" ? file : pathBeside(file, decoded(to));
  return id === undefined ? target : `${target}#${decoded(id)}`;
}

/** The lines of the navigation that lead nowhere. */
function lostLines(root: XmlElement | null, path: string, order: readonly string[], found: Found) {
  const lost: { words: string; why: string }[] = [];
  for (const element of elementsWithin(root)) {
    if (element.name !== "h:a") continue;
    const to = leadsTo(element.attributes.href ?? "", path);
    if (to.startsWith(path) || found.places.has(to) || order.includes(to)) continue;
    lost.push({ words: textWithin(element).trim(), why: `Nothing in the book is called “${to}”.` });
  }
  return lost;
}

function decoded(href: string): string {
  try {
    return decodeURIComponent(href);
  } catch {
    return href;
  }
}
