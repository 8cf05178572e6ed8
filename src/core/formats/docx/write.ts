import { documentTitle, settingsOf, type Manuscript } from "@/core/document";
import { OWN_NAMESPACE, ownPartXml } from "../office/own-part";
import type { OfficeOptions } from "../office/office-options";
import { ownSettings } from "../office/own-settings";
import type { WrittenArchive } from "../office/written-archive";
import { escapeXml, XML_DECLARATION } from "../xml/escape-xml";
import type { ToZip } from "../zipped";
import { bodyXml } from "./body-xml";
import { DocxOutput } from "./docx-output";
import { notesXml } from "./notes-xml";
import { WrittenPageLines } from "./page-xml";
import { contentTypesXml, TEXT_NAMESPACES, textType, WrittenRelationships, type WrittenPart } from "./parts";
import { fontTableXml, stylesXml } from "./styles-xml";

const ENDINGS: Readonly<Record<string, string>> = {
  png: "image/png",
  jpg: "image/jpeg",
  gif: "image/gif",
  webp: "image/webp",
  svg: "image/svg+xml",
};

/** Writes a document as a text document of ISO 29500 (`.docx`, transitional). */
export function writeDocx({ doc, pictures }: Manuscript, options: OfficeOptions = {}): WrittenArchive {
  const output = new DocxOutput(doc, pictures, options);
  const main = output.relationships;
  const pageLines = new WrittenPageLines(output);
  const body = bodyXml(output, pageLines);
  const parts: WrittenPart[] = [
    {
      path: "word/document.xml",
      type: textType("document.main"),
      xml: `${XML_DECLARATION}<w:document ${TEXT_NAMESPACES}><w:body>${body}</w:body></w:document>`,
    },
  ];
  const related = new Map<string, WrittenRelationships>(pageLines.relationships);
  const add = (name: string, xml: string) => {
    main.to(name, `${name}.xml`);
    parts.push({ path: `word/${name}.xml`, type: textType(name), xml });
  };
  for (const [place, name] of [
    ["foot", "footnotes"],
    ["end", "endnotes"],
  ] as const) {
    if (output.notes[place].length === 0) continue;
    output.relationships = new WrittenRelationships();
    const xml = notesXml(place, output);
    if (!output.relationships.isEmpty) related.set(`word/${name}.xml`, output.relationships);
    add(name, xml);
  }
  output.relationships = main;
  add("styles", stylesXml(output.sheet, output.language, output.direction));
  add("numbering", output.numbering.xml);
  add("settings", settingsXml(pageLines.twoSided, output));
  add("fontTable", fontTableXml());
  parts.push(...pageLines.parts);
  const own = output.clean
    ? null
    : ownPartXml({
        from: options.from ?? null,
        settings: ownSettings(doc),
        places: output.ownPlaces,
        kept: output.kept,
      });
  const root = new WrittenRelationships();
  root.to("officeDocument", "word/document.xml");
  root.to(CORE, "docProps/core.xml");
  root.to("extended-properties", "docProps/app.xml");
  parts.push(
    {
      path: "docProps/core.xml",
      type: "application/vnd.openxmlformats-package.core-properties+xml",
      xml: coreXml(documentTitle(doc), settingsOf(doc).language, options.made ?? new Date()),
    },
    {
      path: "docProps/app.xml",
      type: "application/vnd.openxmlformats-officedocument.extended-properties+xml",
      xml: `${XML_DECLARATION}<Properties xmlns="http://schemas.openxmlformats.org/officeDocument/2006/extended-properties"><Application>${options.clean ? "" : "Gate Rope"}</Application></Properties>`,
    },
  );
  if (own !== null) {
    main.to("customXml", "../customXml/item1.xml");
    const item = new WrittenRelationships();
    item.to("customXmlProps", "itemProps1.xml");
    related.set("customXml/item1.xml", item);
    parts.push({
      path: "customXml/itemProps1.xml",
      type: "application/vnd.openxmlformats-officedocument.customXmlProperties+xml",
      xml: `${XML_DECLARATION}<ds:datastoreItem xmlns:ds="http://schemas.openxmlformats.org/officeDocument/2006/customXml" ds:itemID="${ITEM_ID}"><ds:schemaRefs><ds:schemaRef ds:uri="${OWN_NAMESPACE}"/></ds:schemaRefs></ds:datastoreItem>`,
    });
  }
  related.set("word/document.xml", main);
  const endings = new Map(
    [...output.media.keys()].flatMap((path) => {
      const ending = path.slice(path.lastIndexOf(".") + 1);
      return ENDINGS[ending] ? [[ending, ENDINGS[ending]] as const] : [];
    }),
  );
  return {
    promised: output.promised,
    files: filesOf({ parts, root, related, own, media: output.media, endings }),
  };
}

const CORE = "http://schemas.openxmlformats.org/package/2006/relationships/metadata/core-properties";
/** The same in every file: programs tell parts by it within one file. */
const ITEM_ID = "{6E0F4C52-8A57-4C2B-9D5E-2F6B7A10C3D4}";

interface Written {
  readonly parts: readonly WrittenPart[];
  readonly root: WrittenRelationships;
  readonly related: ReadonlyMap<string, WrittenRelationships>;
  readonly own: string | null;
  readonly media: ReadonlyMap<string, Uint8Array>;
  readonly endings: ReadonlyMap<string, string>;
}

function* filesOf({ parts, root, related, own, media, endings }: Written): Generator<ToZip> {
  const text = (path: string, xml: string): ToZip => ({ path, pieces: encoded(xml) });
  yield text("[Content_Types].xml", contentTypesXml(parts, endings));
  yield text("_rels/.rels", root.xml);
  for (const { path, xml } of parts) yield text(path, xml);
  for (const [path, relationships] of related) {
    const slash = path.lastIndexOf("/") + 1;
    yield text(`${path.slice(0, slash)}_rels/${path.slice(slash)}.rels`, relationships.xml);
  }
  if (own !== null) yield text("customXml/item1.xml", own);
  for (const [path, bytes] of media) yield { path, pieces: [bytes] };
}

/** How many letters are encoded at a time. */
const PIECE_LETTERS = 1 << 20;

function* encoded(text: string): Generator<Uint8Array> {
  const encoder = new TextEncoder();
  for (let at = 0; at < text.length;) {
    let end = at + PIECE_LETTERS;
    // No pair of surrogates is parted.
    if (/[\ud800-\udbff]/.test(text[end - 1] ?? "")) end++;
    yield encoder.encode(text.slice(at, end));
    at = end;
  }
}

function settingsXml(twoSided: boolean, { direction, language }: DocxOutput): string {
  const said = direction === "rtl" ? ` w:bidi="${escapeXml(language)}"` : ` w:val="${escapeXml(language)}"`;
  return `${XML_DECLARATION}<w:settings ${TEXT_NAMESPACES}><w:defaultTabStop w:val="720"/>${twoSided ? "<w:evenAndOddHeaders/>" : ""}<w:footnotePr><w:footnote w:id="0"/><w:footnote w:id="1"/></w:footnotePr><w:endnotePr><w:endnote w:id="0"/><w:endnote w:id="1"/></w:endnotePr><w:compat><w:compatSetting w:name="compatibilityMode" w:uri="http://schemas.microsoft.com/office/word" w:val="15"/></w:compat><w:themeFontLang${said}/></w:settings>`;
}

function coreXml(title: string, language: string, made: Date): string {
  const when = `${made.toISOString().slice(0, 19)}Z`;
  return `${XML_DECLARATION}<cp:coreProperties xmlns:cp="http://schemas.openxmlformats.org/package/2006/metadata/core-properties" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:dcterms="http://purl.org/dc/terms/" xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance"><dcterms:created xsi:type="dcterms:W3CDTF">${when}</dcterms:created><dc:language>${escapeXml(language)}</dc:language><dcterms:modified xsi:type="dcterms:W3CDTF">${when}</dcterms:modified><dc:title>${escapeXml(title)}</dc:title></cp:coreProperties>`;
}
