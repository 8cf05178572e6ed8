import { neededEntry, pathBeside, type Archive } from "../archive/archive";
import { ReadError } from "../intake/read-error";
import { childrenNamed, type XmlElement } from "../xml/element";
import { parseXml } from "../xml/parse-xml";
import { NAMESPACES } from "./names";

/** What a part leads to: another part, or an address outside of the file. */
export interface Relationship {
  /** The last word of its type: `hyperlink`, `image`. */
  readonly type: string;
  /** The path of the part in the archive, or the address outside. */
  readonly target: string;
  readonly outside: boolean;
}

export type Relationships = ReadonlyMap<string, Relationship>;

const NO_RELATIONSHIPS: Relationships = new Map();

/** What the parts are called where something is told of one that is not what was expected. */
const OTHER_KINDS: readonly (readonly [RegExp, string])[] = [
  [/spreadsheetml/, "a spreadsheet"],
  [/presentationml/, "a presentation"],
];

/** A file of ISO 29500: parts of XML, and what each leads to (ISO 29500-2). */
export class OfficePackage {
  private readonly types: { readonly byPath: ReadonlyMap<string, string> };
  /** The path of the part that holds the text. */
  readonly main: string;

  /** Throws a {@link ReadError} where the archive is no text document of this kind. */
  constructor(readonly archive: Archive) {
    const types = parseXml(neededEntry(archive, "[Content_Types].xml", "word processor document"), {
      part: "[Content_Types].xml",
      namespaces: NAMESPACES,
    });
    this.types = {
      byPath: new Map(
        childrenNamed(types, "ct:Override").map(({ attributes }) => [
          (attributes.PartName ?? "").replace(/^\//, ""),
          attributes.ContentType ?? "",
        ]),
      ),
    };
    const main = [...this.relationshipsOf("").values()].find(({ type }) => type === "officeDocument")?.target;
    if (!main) throw new ReadError("The file names no main part: it is no word processor document.");
    this.main = main;
    const type = this.types.byPath.get(main) ?? "";
    const other = OTHER_KINDS.find(([pattern]) => pattern.test(type));
    if (other) throw new ReadError(`The file is ${other[1]}, not a word processor document.`);
    if (type !== "" && !/wordprocessingml|ms-word/.test(type))
      throw new ReadError(`${main} is of the type ${type}, not a word processor document.`);
  }

  /** Whether the file carries a program. */
  get hasMacros(): boolean {
    return this.archive.paths.some((path) => /vbaProject\.bin$/i.test(path));
  }

  /** What a part leads to, by id; the empty path is the package itself. */
  relationshipsOf(path: string): Relationships {
    const slash = path.lastIndexOf("/") + 1;
    const at = `${path.slice(0, slash)}_rels/${path.slice(slash)}.rels`;
    const bytes = this.archive.bytesOf(at);
    if (!bytes) return NO_RELATIONSHIPS;
    const root = parseXml(bytes, { part: at, namespaces: NAMESPACES });
    return new Map(
      childrenNamed(root, "rel:Relationship").map(({ attributes }) => {
        const { Id = "", Type = "", Target = "", TargetMode = "" } = attributes;
        const outside = TargetMode === "External";
        const type = Type.slice(Type.lastIndexOf("/") + 1);
        return [Id, { type, outside, target: outside ? Target : pathBeside(path, Target) }];
      }),
    );
  }

  /** The root of a part; null where there is none. */
  part(path: string): XmlElement | null {
    const bytes = this.archive.bytesOf(path);
    return bytes && parseXml(bytes, { part: path, namespaces: NAMESPACES, ignores: saysNothing });
  }

  /** The root of the part of a type to which another leads; null where there is none. */
  partOf(from: string, type: string): { readonly path: string; readonly root: XmlElement } | null {
    for (const relationship of this.relationshipsOf(from).values()) {
      if (relationship.type !== type || relationship.outside) continue;
      const root = this.part(relationship.target);
      if (root) return { path: relationship.target, root };
    }
    return null;
  }
}

/** Marks of editing sessions stand on each paragraph and run. */
function saysNothing(attribute: string): boolean {
  return attribute.startsWith("w:rsid");
}
