import { strToU8, zipSync } from "fflate";

const W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main";
const R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

/** Namespaces as programs declare them at the root of each part. */
const DECLARED = `xmlns:w="${W}" xmlns:r="${R}" xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math" xmlns:wp="http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing" xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" xmlns:pic="http://schemas.openxmlformats.org/drawingml/2006/picture" xmlns:mc="http://schemas.openxmlformats.org/markup-compatibility/2006" xmlns:wps="http://schemas.microsoft.com/office/word/2010/wordprocessingShape" xmlns:w14="http://schemas.microsoft.com/office/word/2010/wordml" xmlns:v="urn:schemas-microsoft-com:vml" xmlns:o="urn:schemas-microsoft-com:office:office"`;

/** What a file is made of: the XML within the roots of its parts, as a program would write it. */
export interface DocxParts {
  readonly body: string;
  readonly styles?: string;
  readonly numbering?: string;
  readonly settings?: string;
  readonly footnotes?: string;
  readonly endnotes?: string;
  readonly comments?: string;
  /** The whole part, with its root. */
  readonly commentsExtended?: string;
  readonly core?: string;
  readonly header?: string;
  readonly footer?: string;
  /** Addresses outside of the file, by id. */
  readonly links?: Readonly<Record<string, string>>;
  /** Bytes of pictures, by name within `media`; each is led to by its name without the ending. */
  readonly media?: Readonly<Record<string, Uint8Array>>;
  readonly other?: Readonly<Record<string, string | Uint8Array>>;
}

const PARTS = ["styles", "numbering", "settings", "footnotes", "endnotes", "comments"] as const;
const ROOTS: Readonly<Record<string, string>> = { header: "hdr", footer: "ftr" };

/** The bytes of a `.docx` with these parts. */
export function docxFile(parts: DocxParts): Uint8Array {
  const files: Record<string, Uint8Array> = {};
  const relationships: string[] = [];
  const relate = (id: string, type: string, target: string, outside = false) =>
    relationships.push(
      `<Relationship Id="${id}" Type="${R}/${type}" Target="${target}"${outside ? ' TargetMode="External"' : ""}/>`,
    );
  const part = (name: string, root: string, xml: string) => {
    files[`word/${name}.xml`] = strToU8(
      `<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n<w:${root} ${DECLARED}>${xml}</w:${root}>`,
    );
  };
  for (const name of PARTS) {
    const xml = parts[name];
    if (xml === undefined) continue;
    part(name, name, xml);
    relate(name, name, `${name}.xml`);
  }
  for (const name of ["header", "footer"] as const) {
    const xml = parts[name];
    if (xml === undefined) continue;
    part(`${name}1`, ROOTS[name]!, xml);
    relate(name, name, `${name}1.xml`);
  }
  if (parts.commentsExtended !== undefined) {
    files["word/commentsExtended.xml"] = strToU8(parts.commentsExtended);
    relate("commentsExtended", "commentsExtended", "commentsExtended.xml");
  }
  for (const [id, address] of Object.entries(parts.links ?? {})) relate(id, "hyperlink", address, true);
  for (const [name, bytes] of Object.entries(parts.media ?? {})) {
    files[`word/media/${name}`] = bytes;
    relate(name.replace(/\.[^.]*$/, ""), "image", `media/${name}`);
  }
  part("document", "document", `<w:body>${parts.body}</w:body>`);
  files["word/_rels/document.xml.rels"] = strToU8(
    `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${relationships.join("")}</Relationships>`,
  );
  files["_rels/.rels"] = strToU8(
    `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="d" Type="${R}/officeDocument" Target="word/document.xml"/>${parts.core === undefined ? "" : '<Relationship Id="c" Type="http://schemas.openxmlformats.org/package/2006/relationships/metadata/core-properties" Target="docProps/core.xml"/>'}</Relationships>`,
  );
  if (parts.core !== undefined)
    files["docProps/core.xml"] = strToU8(
      `<cp:coreProperties xmlns:cp="http://schemas.openxmlformats.org/package/2006/metadata/core-properties" xmlns:dc="http://purl.org/dc/elements/1.1/">${parts.core}</cp:coreProperties>`,
    );
  files["[Content_Types].xml"] = strToU8(
    `<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>`,
  );
  for (const [path, content] of Object.entries(parts.other ?? {}))
    files[path] = typeof content === "string" ? strToU8(content) : content;
  return zipSync(files);
}

/** A paragraph of runs, in a style. */
export function p(content: string, properties = ""): string {
  return `<w:p>${properties && `<w:pPr>${properties}</w:pPr>`}${content}</w:p>`;
}

/** A run of words. */
export function r(words: string, properties = ""): string {
  return `<w:r>${properties && `<w:rPr>${properties}</w:rPr>`}<w:t xml:space="preserve">${words}</w:t></w:r>`;
}

/** A field with its result, in the form of signs. */
export function field(instruction: string, result: string): string {
  const sign = (kind: string) => `<w:r><w:fldChar w:fldCharType="${kind}"/></w:r>`;
  return `${sign("begin")}<w:r><w:instrText xml:space="preserve"> ${instruction} </w:instrText></w:r>${sign("separate")}${r(result)}${sign("end")}`;
}

/** A bookmark around something. */
export function marked(id: number, name: string, content: string): string {
  return `<w:bookmarkStart w:id="${id}" w:name="${name}"/>${content}<w:bookmarkEnd w:id="${id}"/>`;
}

/** A picture in a line, of a size in points. */
export function drawing(id: string, alt: string, width = 100, height = 50): string {
  return `<w:r><w:drawing><wp:inline><wp:extent cx="${width * 12_700}" cy="${height * 12_700}"/><wp:docPr id="1" name="x" descr="${alt}"/><a:graphic><a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/picture"><pic:pic><pic:blipFill><a:blip r:embed="${id}"/></pic:blipFill></pic:pic></a:graphicData></a:graphic></wp:inline></w:drawing></w:r>`;
}

/** Heading styles as every file of the kind has them. */
export const HEADING_STYLES = [1, 2, 3]
  .map(
    (level) =>
      `<w:style w:type="paragraph" w:styleId="Heading${level}"><w:name w:val="heading ${level}"/><w:basedOn w:val="Normal"/><w:pPr><w:outlineLvl w:val="${level - 1}"/></w:pPr><w:rPr><w:b/><w:sz w:val="${36 - 4 * level}"/></w:rPr></w:style>`,
  )
  .join("");

/** A heading in its standard style. */
export function h(level: number, content: string): string {
  return p(content.startsWith("<") ? content : r(content), `<w:pStyle w:val="Heading${level}"/>`);
}
