import { neededEntry, pathBeside, type Archive } from "../archive/archive";
import { ReadError } from "../intake/read-error";
import { childNamed, childrenNamed, elementsWithin, firstWithin, textWithin } from "../xml/element";
import { parseXml, type Namespaces } from "../xml/parse-xml";

/** Prefixes of the namespaces of EPUB's packages, whichever version. */
const NAMESPACES: Namespaces = {
  "urn:oasis:names:tc:opendocument:xmlns:container": "ocf",
  "http://www.idpf.org/2007/opf": "opf",
  "http://purl.org/dc/elements/1.1/": "dc",
  "http://www.w3.org/2001/04/xmlenc#": "enc",
};

/** A book as its package says it is made (EPUB 3.3, 5; OPF 2.0.1). */
export interface EpubPackage {
  readonly title: string;
  readonly language: string;
  /** Paths of its files of text, in the order in which they are read. */
  readonly spine: readonly string[];
  /** The path of its list of contents, which is no part of the text; null where it names none. */
  readonly navigation: string | null;
}

/** Fonts that are only made unreadable for other programs are no text. */
const FONT_ONLY = /^http:\/\/(?:www\.idpf\.org\/2008\/embedding|ns\.adobe\.com\/pdf\/enc#RC)$/;

/** Reads the package of a book, also of one packed a folder too deep. Throws a {@link ReadError} for any other file, and for a protected one. */
export function epubPackage(archive: Archive): EpubPackage {
  const container = archive.paths.find((path) => /(?:^|\/)META-INF\/container\.xml$/.test(path));
  if (!container)
    throw new ReadError("META-INF/container.xml is missing in the file: it is no e-book, or was cut off.");
  const root = container.slice(0, -"META-INF/container.xml".length);
  refuseProtected(archive, root);
  const parse = (path: string) =>
    parseXml(neededEntry(archive, path, "e-book"), { part: path, namespaces: NAMESPACES, keepsSpace: false });
  const named = firstWithin(parse(container), "ocf:rootfile")?.attributes["full-path"];
  if (!named) throw new ReadError(`${container} names no package: the file is no e-book.`);
  const path = `${root}${named}`;
  const book = parse(path);
  const files = new Map(
    childrenNamed(childNamed(book, "opf:manifest"), "opf:item").map(({ attributes }) => [
      attributes.id ?? "",
      {
        path: pathBeside(path, decoded(attributes.href ?? "")),
        type: attributes["media-type"] ?? "",
        isNavigation: /\bnav\b/.test(attributes.properties ?? ""),
      },
    ]),
  );
  const spine = childrenNamed(childNamed(book, "opf:spine"), "opf:itemref").flatMap(({ attributes }) => {
    const file = files.get(attributes.idref ?? "");
    return file && /x?html|x-dtbook/.test(file.type) ? [file.path] : [];
  });
  if (spine.length === 0) throw new ReadError(`${path} names no text to be read: the e-book is empty.`);
  const all = [...files.values()];
  const navigation =
    all.find(({ isNavigation }) => isNavigation) ??
    all.find(({ type }) => type === "application/x-dtbncx+xml");
  const metadata = childNamed(book, "opf:metadata");
  const said = (name: string) => textWithin(firstWithin(metadata, name)).replace(/\s+/g, " ").trim();
  return {
    title: said("dc:title"),
    language: said("dc:language"),
    spine: [...new Set(spine)],
    navigation: navigation?.path ?? null,
  };
}

function refuseProtected(archive: Archive, root: string): void {
  const bytes = archive.bytesOf(`${root}META-INF/encryption.xml`);
  if (!bytes) return;
  const part = parseXml(bytes, { part: "META-INF/encryption.xml", namespaces: NAMESPACES });
  const methods = [...elementsWithin(part)].filter(({ name }) => name === "enc:EncryptionMethod");
  if (methods.some(({ attributes }) => !FONT_ONLY.test(attributes.Algorithm ?? "")))
    throw new ReadError(
      "The e-book is protected by rights management, so its text cannot be read. Ask its publisher for one without.",
    );
}

function decoded(href: string): string {
  try {
    return decodeURIComponent(href);
  } catch {
    return href;
  }
}
