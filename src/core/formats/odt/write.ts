import { documentTitle, settingsOf, type Manuscript } from "@/core/document";
import { ownPartXml } from "../office/own-part";
import { ownSettings } from "../office/own-settings";
import type { OfficeOptions } from "../office/office-options";
import type { WrittenArchive } from "../office/written-archive";
import { escapeXml, XML_DECLARATION } from "../xml/escape-xml";
import type { ToZip } from "../zipped";
import { bodyXml } from "./body-xml";
import { OdtOutput, type PackedFile } from "./odt-output";
import { WrittenPages } from "./pages-xml";
import { NAMESPACE_ATTRIBUTES as NAMESPACES } from "./namespace-attributes";
import { OWN_PART } from "./own-part-path";
import { fontsXml, stylesPart } from "./styles-xml";

const TYPE = "application/vnd.oasis.opendocument.text";
const OPEN = "urn:oasis:names:tc:opendocument:xmlns:";
/** Writes a document as a text document of ISO 26300 (`.odt`, version 1.2). */
export function writeOdt({ doc, pictures }: Manuscript, options: OfficeOptions = {}): WrittenArchive {
  const output = new OdtOutput(doc, pictures, options);
  const pages = new WrittenPages(output);
  const body = bodyXml(output, pages);
  const { language } = settingsOf(doc);
  const content = `${XML_DECLARATION}<office:document-content ${NAMESPACES}>${fontsXml()}<office:automatic-styles>${output.automatic.xml}</office:automatic-styles><office:body><office:text>${body}</office:text></office:body></office:document-content>`;
  const styles = stylesPart(output.sheet, language, output.direction, pages);
  const files: PackedFile[] = [
    { path: "content.xml", type: "text/xml", content },
    { path: "styles.xml", type: "text/xml", content: styles },
    { path: "meta.xml", type: "text/xml", content: metaXml(documentTitle(doc), language, options) },
    ...output.files,
  ];
  if (!output.clean)
    files.push({
      path: OWN_PART,
      type: "text/xml",
      content: ownPartXml({
        from: options.from ?? null,
        settings: ownSettings(doc),
        places: output.ownPlaces,
        kept: output.kept,
      }),
    });
  return { promised: output.promised, files: filesOf(files) };
}

function* filesOf(files: readonly PackedFile[]): Generator<ToZip> {
  const encoder = new TextEncoder();
  // It comes first and is not packed, so that the kind of the file can be seen (ISO 26300-2, 3.3).
  yield { path: "mimetype", pieces: [encoder.encode(TYPE)], stored: true };
  for (const { path, content } of files)
    if (!path.endsWith("/"))
      yield { path, pieces: [typeof content === "string" ? encoder.encode(content) : content] };
  yield { path: "META-INF/manifest.xml", pieces: [encoder.encode(manifestXml(files))] };
}

function manifestXml(files: readonly PackedFile[]): string {
  const entries = files.map(
    ({ path, type }) =>
      `<manifest:file-entry manifest:full-path="${escapeXml(path)}" manifest:media-type="${type}"/>`,
  );
  return `${XML_DECLARATION}<manifest:manifest xmlns:manifest="${OPEN}manifest:1.0" manifest:version="1.2"><manifest:file-entry manifest:full-path="/" manifest:version="1.2" manifest:media-type="${TYPE}"/>${entries.join("")}</manifest:manifest>`;
}

function metaXml(title: string, language: string, { made = new Date(), clean }: OfficeOptions): string {
  const when = made.toISOString().slice(0, 19);
  return `${XML_DECLARATION}<office:document-meta ${NAMESPACES}><office:meta>${clean ? "" : "<meta:generator>Gate Rope</meta:generator>"}<dc:title>${escapeXml(title)}</dc:title><meta:creation-date>${when}</meta:creation-date><dc:date>${when}</dc:date><dc:language>${escapeXml(language)}</dc:language></office:meta></office:document-meta>`;
}
