import { escapeXml, XML_DECLARATION } from "../xml/escape-xml";

/** Types of relationships (ISO 29500-1, 15.2): the last word of their address. */
const RELATIONSHIPS = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

/** What a part leads to, numbered as it is met. */
export class WrittenRelationships {
  private readonly lines: string[] = [];
  private readonly known = new Map<string, string>();

  get isEmpty(): boolean {
    return this.lines.length === 0;
  }

  /** Leads to another part, by its path from the folder of this one; answers the id. */
  to(type: string, target: string): string {
    return this.add(type, target, "");
  }

  /** Leads out of the file. */
  outside(type: string, address: string): string {
    return this.add(type, address, ' TargetMode="External"');
  }

  private add(type: string, target: string, mode: string): string {
    const key = `${type} ${target}${mode}`;
    const known = this.known.get(key);
    if (known) return known;
    const id = `rId${this.lines.length + 1}`;
    const full = type.includes("/") ? type : `${RELATIONSHIPS}/${type}`;
    this.lines.push(`<Relationship Id="${id}" Type="${full}" Target="${escapeXml(target)}"${mode}/>`);
    this.known.set(key, id);
    return id;
  }

  get xml(): string {
    return `${XML_DECLARATION}<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${this.lines.join("")}</Relationships>`;
  }
}

/** A part of XML with its type of content. */
export interface WrittenPart {
  readonly path: string;
  readonly type: string;
  readonly xml: string;
}

const PREFIX = "application/vnd.openxmlformats-officedocument.wordprocessingml";

/** The type of content of a part of the text: `styles`, `footnotes`. */
export function textType(name: string): string {
  return `${PREFIX}.${name}+xml`;
}

/** What each part is (ISO 29500-2, 10.1). `endings`: of files that are no XML, with their media types. */
export function contentTypesXml(parts: readonly WrittenPart[], endings: ReadonlyMap<string, string>): string {
  const defaults = [
    ["rels", "application/vnd.openxmlformats-package.relationships+xml"],
    ["xml", "application/xml"],
    ...endings,
  ].map(([ending, type]) => `<Default Extension="${ending}" ContentType="${type}"/>`);
  const overrides = parts.map(({ path, type }) => `<Override PartName="/${path}" ContentType="${type}"/>`);
  return `${XML_DECLARATION}<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">${defaults.join("")}${overrides.join("")}</Types>`;
}

/** The namespaces of a part of the text, and which of them a program may ignore that does not know them. */
export const TEXT_NAMESPACES =
  'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"' +
  ' xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"' +
  ' xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math"' +
  ' xmlns:wp="http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing"' +
  ' xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main"' +
  ' xmlns:pic="http://schemas.openxmlformats.org/drawingml/2006/picture"' +
  ' xmlns:mc="http://schemas.openxmlformats.org/markup-compatibility/2006"' +
  ' xmlns:w14="http://schemas.microsoft.com/office/word/2010/wordml"' +
  ' xmlns:w15="http://schemas.microsoft.com/office/word/2012/wordml"' +
  ' mc:Ignorable="w14 w15"';
