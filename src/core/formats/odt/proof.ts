import type { Archive } from "../archive/archive";
import type { FirstWords } from "../first-words";
import { beginsWith, comparable, saysWords, type FileProof } from "../office/file-proof";
import type { PromisedOfficeLink } from "../office/promised-office-link";
import { textWithin, type XmlElement } from "../xml/element";
import { parseXml } from "../xml/parse-xml";

/*
 * Follows the links of a written `.odt` as a program that opens it does (ISO 26300-1, 6.1.8, 6.2.1 and 7.7). Nothing of what wrote it is used here, nor of
 * what reads documents in.
 */

const OPEN = "urn:oasis:names:tc:opendocument:xmlns:";
const NAMES = {
  [`${OPEN}text:1.0`]: "text",
  [`${OPEN}office:1.0`]: "office",
  "http://www.w3.org/1999/xlink": "xlink",
};

/** How many letters are looked at where a link lands. */
const SEEN = 400;

interface Place {
  readonly at: number;
  ended: boolean;
  /** What stands there, where that is not in the line: the words of a note. */
  words: string | null;
}

class Found {
  readonly places = new Map<string, Place>();
  readonly twice = new Set<string>();
  readonly links = new Map<string, string[]>();
  letters = "";
}

/** Follows what was promised within a written file. */
export function proveOdt(archive: Archive, promised: readonly PromisedOfficeLink[]): FileProof {
  const found = new Found();
  for (const part of ["content.xml", "styles.xml"]) {
    const bytes = archive.bytesOf(part);
    if (bytes) walk(parseXml(bytes, { part, namespaces: NAMES }), found);
  }
  const failed = promised.flatMap(({ words, to }) => {
    const why = to.kind === "place" ? faultOf(words, to, found) : faultOfAddress(to.address, found);
    return why ? [{ words, why }] : [];
  });
  return { promised: promised.length, lands: promised.length - failed.length, failed };
}

function faultOfAddress(address: string, { links }: Found): string | null {
  return links.has(address) || links.has(`../${address}`) ? null : `No link in the file leads to ${address}.`;
}

function faultOf(
  words: string,
  { name, begins }: { readonly name: string; readonly begins: FirstWords | null },
  { places, twice, links, letters }: Found,
): string | null {
  if (!links.get(`#${name}`)?.some((link) => saysWords(link, words)))
    return `No link with these words leads to “${name}”.`;
  const place = places.get(name);
  if (!place) return `Nothing in the file is called “${name}”.`;
  if (twice.has(name)) return `More than one place is called “${name}”.`;
  if (!place.ended) return `The bookmark “${name}” has no end.`;
  if (begins === null) return null;
  const standing = place.words ?? letters.slice(place.at, place.at + SEEN);
  return beginsWith(standing, begins) ? null : `“${begins.words}” does not stand at “${name}”.`;
}

function walk(root: XmlElement, found: Found): void {
  const pieces: string[] = [found.letters];
  let count = found.letters.length;
  const open: Place[] = [];
  const place = (name: string, ended: boolean, words: string | null = null) => {
    if (found.places.has(name)) found.twice.add(name);
    const own: Place = { at: count, ended, words };
    found.places.set(name, own);
    return own;
  };
  const lead = (to: string, words: string) => {
    const known = found.links.get(to);
    if (known) known.push(words);
    else found.links.set(to, [words]);
  };
  const visit = (element: XmlElement): void => {
    const { name, attributes } = element;
    const called = attributes["text:name"] ?? "";
    switch (name) {
      case "text:bookmark":
        place(called, true);
        return;
      case "text:bookmark-start":
        open.push(place(called, false));
        return;
      case "text:bookmark-end": {
        const own = found.places.get(called);
        if (own) own.ended = true;
        return;
      }
      case "text:note": {
        const words = comparable(textWithin(element)).replace(/^\d+|^[ivxlcdm]+/, "");
        // A bookmark that stands around a note is that of the note.
        for (const own of open)
          if (!own.ended && own.at === count) own.words = comparable(textWithin(element));
        const id = attributes["text:id"];
        if (id && !found.places.has(id)) place(id, true, words);
        break;
      }
      case "text:sequence":
        place(attributes["text:ref-name"] ?? "", true);
        break;
      case "text:a":
        lead(attributes["xlink:href"] ?? "", comparable(textWithin(element)));
        break;
    }
    if (/^text:(?:bookmark|sequence|note)-ref$/.test(name))
      lead(`#${attributes["text:ref-name"] ?? ""}`, comparable(textWithin(element)));
    for (const part of element.content) {
      if (typeof part === "string") {
        const letters = comparable(part);
        pieces.push(letters);
        count += letters.length;
      } else visit(part);
    }
  };
  visit(root);
  found.letters = pieces.join("");
}
