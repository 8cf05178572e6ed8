import type { Archive } from "../archive/archive";
import { comparable, type FileProof } from "../office/file-proof";
import { heldAgainst, MetLinks, type MetPlace } from "../office/met-links";
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
  readonly links = new MetLinks();
  letters = "";

  placeOf(name: string, words: string): MetPlace {
    const place = this.places.get(name);
    return {
      count: !place ? 0 : this.twice.has(name) ? 2 : 1,
      ends: place?.ended ?? false,
      isLed: this.links.leadWith(`#${name}`, words),
      standing: () => place!.words ?? this.letters.slice(place!.at, place!.at + SEEN),
    };
  }
}

/** Follows what was promised within a written file. */
export function proveOdt(archive: Archive, promised: readonly PromisedOfficeLink[]): FileProof {
  const found = new Found();
  for (const part of ["content.xml", "styles.xml"]) {
    const bytes = archive.bytesOf(part);
    if (bytes) walk(parseXml(bytes, { part, namespaces: NAMES }), found);
  }
  return heldAgainst(promised, {
    // What lies beside the file is one step up from within its archive.
    leadsOut: (address) => found.links.lead(address) || found.links.lead(`../${address}`),
    placeOf: (name, words) => found.placeOf(name, words),
    file: "file",
  });
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
        found.links.add(attributes["xlink:href"] ?? "", textWithin(element));
        break;
    }
    if (/^text:(?:bookmark|sequence|note)-ref$/.test(name))
      found.links.add(`#${attributes["text:ref-name"] ?? ""}`, textWithin(element));
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
