import {
  directionOf,
  FIRST_SETUP,
  FIRST_SHEET,
  languageFrom,
  withSettings,
  type Manuscript,
  type PageRule,
  type StyleSheet,
} from "@/core/document";
import type { Archive } from "../archive/archive";
import { DocumentBuilder } from "../intake/document-builder";
import { ReadError } from "../intake/read-error";
import type { ReadContext } from "../intake/read-context";
import { childNamed, childrenNamed, elementsWithin, textWithin, type XmlElement } from "../xml/element";
import { BlockReader } from "./block-reader";
import { DocumentFacts } from "./facts";
import { blockLook, sheetOf } from "../office/looks";
import { headingNumbering, NumberingTable } from "./numbering";
import { OfficePackage } from "./package";
import { lineOf } from "./page-lines";
import { PageSections } from "./page-sections";
import { captionRule } from "../office/series";
import { OwnNames } from "../office/own-names";
import { ownPartFrom, type OwnPart } from "../office/own-part";
import { laterSettings, ownSettingsFrom, type OwnSettings } from "../office/own-settings";
import { ownStyleNames } from "../office/own-style-names";
import { parseXml } from "../xml/parse-xml";
import { NAMESPACES } from "./names";
import { ownStyleIdOf } from "./style-ids";
import { stylesXml } from "./styles-xml";
import { RunMarks } from "../office/run-marks";
import type { DocxScope } from "./scope";
import { talkOf } from "./talk";
import { StyleTable, type DocxStyle } from "./style-table";

/** Reads a text document of ISO 29500 (`.docx`). Throws a ReadError for any other file. */
export function readDocx(archive: Archive, context: ReadContext): Manuscript {
  const pack = new OfficePackage(archive);
  if (pack.hasMacros) context.dropped.add("macros", "A document holds no programs.");
  const root = pack.part(pack.main);
  const body = childNamed(root, "w:body");
  if (!body)
    throw new ReadError(`${pack.main} has no body: the file was cut off, or is no word processor document.`);
  context.progress(0.4);
  const partOf = (type: string) => pack.partOf(pack.main, type)?.root ?? null;
  const styles = new StyleTable(partOf("styles"));
  const numbering = new NumberingTable(partOf("numbering"));
  const facts = new DocumentFacts(body, styles);
  const builder = new DocumentBuilder(context.dropped, context.putAway);
  const core = pack.partOf("", "core-properties")?.root ?? null;
  const title = textWithin(childNamed(core, "dc:title")).trim();
  const relationships = pack.relationshipsOf(pack.main);
  const bodyLook = blockLook(styles.body, FIRST_SHEET.styles.body);
  const own = new OwnNames(ownPartOf(pack));
  const settings = ownSettingsFrom(own.settings);
  const sections = new PageSections(
    body,
    partOf("settings"),
    (id) => {
      const part = pack.part(relationships.get(id)?.target ?? "");
      return part && lineOf(part, title);
    },
    own.isOwn,
  );
  if (settings) own.takeStyles(ownStyleNames(settings.styles, ownStyleIdOf));
  const sheet = sheetIn(body, styles, numbering);
  builder.styles.take(
    settings && looksAsWritten(sheet, body, settings, numbering)
      ? { ...settings.styles, page: pageRule(settings.styles.page, sections.rule) }
      : {
          ...sheet,
          captions: captionRule([...facts.captions.values()], facts.countsByChapter),
          page: sections.rule,
        },
  );
  builder.language =
    settings?.language ??
    languageFrom(facts.language) ??
    languageFrom(textWithin(childNamed(core, "dc:language"))) ??
    languageFrom(styles.language);
  const scope: DocxScope = {
    pack,
    styles,
    numbering,
    marks: new RunMarks(builder.language, builder.styles, context.dropped, own),
    own,
    facts,
    builder,
    context,
    relationships,
    textWidth: sections.textWidth,
    bodyLook,
  };
  const reader = new BlockReader(scope, sections);
  reader.readBlocks(body);
  context.progress(0.8);
  readNotes(reader, scope, "footnotes", "w:footnote");
  readNotes(reader, scope, "endnotes", "w:endnote");
  context.takeTalk(talkOf(body, partOf("comments"), partOf("commentsExtended")));
  builder.title ??= title || null;
  if (!settings) return builder.finish(context, () => undefined);
  builder.returns = settings.returns;
  builder.title = settings.title || null;
  const { doc, ...rest } = builder.finish(context, () => undefined);
  return { ...rest, doc: withSettings(doc, laterSettings(settings)) };
}

/** What the file carries of our own, where it was written here. */
function ownPartOf(pack: OfficePackage): OwnPart | null {
  for (const { type, outside, target } of pack.relationshipsOf(pack.main).values()) {
    const part = type === "customXml" && !outside ? ownPartFrom(pack.part(target)) : null;
    if (part) return part;
  }
  return null;
}

/** The style sheet that the styles of a file come to, as far as they are used. */
function sheetIn(body: XmlElement, styles: StyleTable, numbering: NumberingTable): StyleSheet {
  return sheetOf(
    {
      body: styles.body,
      ...usedStyles(body, styles),
      numberingOf: (style) => headingNumbering(styles.get(style.id) ?? styles.body, numbering),
    },
    "As imported",
  );
}

/** Whether the styles of a file are as they were written: then the sheet from which they were made says more than they can. */
function looksAsWritten(
  sheet: StyleSheet,
  body: XmlElement,
  { styles, language }: OwnSettings,
  numbering: NumberingTable,
): boolean {
  const xml = new TextEncoder().encode(stylesXml(styles, language, directionOf(language)));
  const written = new StyleTable(parseXml(xml, { part: "styles", namespaces: NAMESPACES }));
  return JSON.stringify(sheetIn(body, written, numbering).styles) === JSON.stringify(sheet.styles);
}

/** Lengths in twentieths of a point are not the whole truth. */
const NEAR = 0.06;

/** How pages are set up: as they were when the file was written, unless that was changed since. */
function pageRule(written: PageRule, read: PageRule): PageRule {
  const [one, other] = [setupIn(written), setupIn(read)];
  const isNear = one.every((length, i) => Math.abs(length - other[i]!) < NEAR);
  const isSame = ["header", "footer"].every(
    (which) => JSON.stringify(written[which as "header"]) === JSON.stringify(read[which as "header"]),
  );
  return isNear && isSame ? written : { ...read, setup: isNear ? written.setup : read.setup };
}

function setupIn({ setup = FIRST_SETUP }: PageRule): number[] {
  const { width, height, margins } = setup;
  return [width, height, margins.top, margins.right, margins.bottom, margins.left];
}

/** Reads the notes whose signs were met. */
function readNotes(reader: BlockReader, scope: DocxScope, type: string, name: string): void {
  const part = scope.pack.partOf(scope.pack.main, type);
  if (!part) return;
  const place = name === "w:endnote" ? "end" : "foot";
  const notes = new Map(childrenNamed(part.root, name).map((note) => [note.attributes["w:id"] ?? "", note]));
  const wanted = new Set(reader.notes.flatMap((note) => (note.place === place ? [note.id] : [])));
  const relationships = scope.pack.relationshipsOf(part.path);
  for (const id of wanted) {
    const note = notes.get(id);
    if (!note) continue;
    scope.builder.openNote(`${place} ${id}`);
    const facts = new DocumentFacts(note, scope.styles, scope.facts);
    new BlockReader({ ...scope, relationships, facts }, null).readBlocks(note);
    scope.builder.closeNote();
  }
}

/** The styles that paragraphs and words name: of each level of headings the one that is named most, and all others. */
function usedStyles(body: XmlElement, styles: StyleTable) {
  const counts = new Map<DocxStyle, number>();
  for (const { name, attributes } of elementsWithin(body)) {
    if (name !== "w:pStyle" && name !== "w:rStyle") continue;
    const style = styles.get(attributes["w:val"]);
    if (style) counts.set(style, (counts.get(style) ?? 0) + 1);
  }
  const headings = new Map<number, DocxStyle>();
  for (const [style, count] of counts) {
    const level = (style.paragraph.outline ?? 9) + 1;
    const known = headings.get(level);
    if (style.type === "paragraph" && level <= 6 && (!known || count > counts.get(known)!))
      headings.set(level, style);
  }
  return { headings, named: [...counts.keys()] };
}
