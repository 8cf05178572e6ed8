import type { Archive } from "../archive/archive";
import { comparable, type FileProof } from "../office/file-proof";
import { heldAgainst, MetLinks, type MetPlace } from "../office/met-links";
import type { PromisedOfficeLink } from "../office/promised-office-link";
import { elementsIn, textWithin, type XmlElement } from "../xml/element";
import { parseXml } from "../xml/parse-xml";

/*
 * Follows the links of a written `.docx` as a program that opens it does. Nothing of what wrote it is used here, nor of what reads documents in: names of parts
 * and elements are those of the standard (ISO 29500-1, 17.13.6 and 17.16).
 */

const W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main";
const R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
const NAMES = { [W]: "w", [R]: "r", "http://schemas.openxmlformats.org/package/2006/relationships": "rel" };

/** How many letters are looked at where a link lands. */
const SEEN = 400;

interface Place {
  /** The part it is in. `at` is how many letters stand before it there. */
  readonly part: string;
  readonly at: number;
  /** The note whose sign stands there first. */
  note: string | null;
  ended: boolean;
}

/** What is found in all parts of a file. */
class Found {
  readonly places = new Map<string, Place>();
  readonly twice = new Set<string>();
  /** To bookmarks, by name: those of links and of fields. */
  readonly links = new MetLinks();
  readonly addresses = new MetLinks();
  /** The letters of each part, and of each note. */
  readonly letters = new Map<string, string>();
  readonly notes = new Map<string, string>();

  placeOf(name: string, words: string): MetPlace {
    const place = this.places.get(name);
    return {
      count: !place ? 0 : this.twice.has(name) ? 2 : 1,
      ends: place?.ended ?? false,
      isLed: this.links.leadWith(name, words),
      standing: () =>
        place!.note === null
          ? this.letters.get(place!.part)!.slice(place!.at, place!.at + SEEN)
          : (this.notes.get(place!.note) ?? ""),
    };
  }
}

/** Follows what was promised within a written file. */
export function proveDocx(archive: Archive, promised: readonly PromisedOfficeLink[]): FileProof {
  const found = new Found();
  for (const path of archive.paths)
    if (/^word\/(?:document|footnotes|endnotes|header\d+|footer\d+)\.xml$/.test(path))
      new PartWalk(path, archive, found).walk();
  return heldAgainst(promised, {
    leadsOut: (address) => found.addresses.lead(address),
    placeOf: (name, words) => found.placeOf(name, words),
    file: "file",
  });
}

/** Walks a part in the order in which it is read. */
class PartWalk {
  private letters = "";
  private readonly pieces: string[] = [];
  private count = 0;
  private readonly open = new Map<string, Place>();
  private readonly fields: { instruction: string; words: string[]; inCode: boolean }[] = [];
  private readonly relationships: ReadonlyMap<string, string>;

  constructor(
    private readonly path: string,
    private readonly archive: Archive,
    private readonly found: Found,
  ) {
    const at = path.lastIndexOf("/") + 1;
    const bytes = archive.bytesOf(`${path.slice(0, at)}_rels/${path.slice(at)}.rels`);
    this.relationships = new Map(
      bytes
        ? [...elementsIn(parseXml(bytes, { part: path, namespaces: NAMES }))].map(({ attributes }) => [
            attributes.Id ?? "",
            attributes.Target ?? "",
          ])
        : [],
    );
  }

  walk(): void {
    const bytes = this.archive.bytesOf(this.path);
    if (!bytes) return;
    this.visit(parseXml(bytes, { part: this.path, namespaces: NAMES }));
    this.letters = this.pieces.join("");
    this.found.letters.set(this.path, this.letters);
  }

  private visit(element: XmlElement): void {
    const { name, attributes } = element;
    switch (name) {
      case "w:pPr":
      case "w:rPr":
      case "w:sectPr":
        return;
      case "w:t":
        return this.meet(element.content.join(""));
      case "w:bookmarkStart":
        return this.begin(attributes["w:id"] ?? "", attributes["w:name"] ?? "");
      case "w:bookmarkEnd":
        return this.end(attributes["w:id"] ?? "");
      case "w:footnoteReference":
      case "w:endnoteReference": {
        const note = `${name === "w:footnoteReference" ? "footnotes" : "endnotes"} ${attributes["w:id"] ?? ""}`;
        for (const place of this.open.values()) if (place.at === this.count) place.note ??= note;
        return;
      }
      case "w:footnote":
      case "w:endnote": {
        const note = `${name.slice(2)}s ${attributes["w:id"] ?? ""}`;
        this.found.notes.set(note, comparable(textWithin(element)));
        break;
      }
      case "w:hyperlink": {
        const words = wordsWithin(element);
        const anchor = attributes["w:anchor"];
        const outside = this.relationships.get(attributes["r:id"] ?? "");
        if (anchor !== undefined) this.found.links.add(anchor, words);
        else if (outside !== undefined) this.found.addresses.add(outside, words);
        break;
      }
      case "w:fldChar":
        return this.meetFieldSign(attributes["w:fldCharType"]);
      case "w:instrText": {
        const field = this.fields.at(-1);
        if (field) field.instruction += element.content.join("");
        return;
      }
    }
    for (const child of elementsIn(element)) this.visit(child);
  }

  private meet(words: string): void {
    const letters = comparable(words);
    this.pieces.push(letters);
    this.count += letters.length;
    for (const field of this.fields) if (!field.inCode) field.words.push(words);
  }

  private begin(id: string, name: string): void {
    const place: Place = { part: this.path, at: this.count, note: null, ended: false };
    if (this.found.places.has(name)) this.found.twice.add(name);
    this.found.places.set(name, place);
    this.open.set(id, place);
  }

  private end(id: string): void {
    const place = this.open.get(id);
    if (place) place.ended = true;
    this.open.delete(id);
  }

  private meetFieldSign(kind: string | undefined): void {
    if (kind === "begin") this.fields.push({ instruction: "", words: [], inCode: true });
    else if (kind === "separate") {
      const field = this.fields.at(-1);
      if (field) field.inCode = false;
    } else if (kind === "end") {
      const field = this.fields.pop();
      const [, to] = /^\s*(?:REF|PAGEREF|NOTEREF)\s+(\S+)/.exec(field?.instruction ?? "") ?? [];
      if (to !== undefined) this.found.links.add(to, field!.words.join(""));
    }
  }
}

/** The words of an element as a reader sees them: without the instructions of fields. */
function wordsWithin(element: XmlElement): string {
  let words = "";
  for (const child of elementsIn(element)) {
    if (child.name === "w:t") words += child.content.join("");
    else if (child.name !== "w:instrText") words += wordsWithin(child);
  }
  return words;
}
