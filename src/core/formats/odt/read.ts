import type { Node } from "prosemirror-model";
import {
  directionOf,
  FIRST_SHEET,
  idOf,
  languageFrom,
  lineOf,
  type DestinationId,
  type Manuscript,
  type StyleSheet,
  withSettings,
} from "@/core/document";

import { neededEntry, type Archive } from "../archive/archive";
import { DocumentBuilder } from "../intake/document-builder";
import { ReadError } from "../intake/read-error";
import type { ReadContext } from "../intake/read-context";
import { blockLook, sheetOf } from "../office/looks";
import { OwnNames } from "../office/own-names";
import { ownPartFrom } from "../office/own-part";
import { laterSettings, ownSettingsFrom, type OwnSettings } from "../office/own-settings";
import { ownStyleNames } from "../office/own-style-names";
import { OWN_PART } from "./own-part-path";
import { ownStyleNameOf } from "./style-names";
import { stylesPart } from "./styles-xml";
import { RunMarks } from "../office/run-marks";
import { captionRule } from "../office/series";
import type { WrittenStyle } from "../office/written-style";
import { elementAt, elementsWithin, firstWithin, textWithin, type XmlElement } from "../xml/element";
import { parseXml } from "../xml/parse-xml";
import { BlockReader } from "./block-reader";
import { OdtFacts } from "./facts";
import { ListStyles } from "./list-styles";
import { MasterPages } from "./master-pages";
import { NAMESPACES } from "./names";
import type { OdtScope } from "./scope";
import { OdtStyles } from "./styles";
import { columnStyles } from "./tables";
import { talkOf } from "./talk";

/** Reads a text document of ISO 26300 (`.odt`). Throws a ReadError for any other file. */
export function readOdt(archive: Archive, context: ReadContext): Manuscript {
  refuseOthers(archive);
  const part = (path: string, bytes: Uint8Array | null) =>
    bytes && parseXml(bytes, { part: path, namespaces: NAMESPACES });
  const content = part("content.xml", neededEntry(archive, "content.xml", "text document"))!;
  const text = elementAt(content, "office:body", "office:text");
  if (!text)
    throw new ReadError("content.xml holds no text: the file is a spreadsheet, a presentation or a drawing.");
  context.progress(0.4);
  const styleRoot = part("styles.xml", archive.bytesOf("styles.xml"));
  const meta = part("meta.xml", archive.bytesOf("meta.xml"));
  const title = textWithin(firstWithin(meta, "dc:title")).trim();
  const own = new OwnNames(ownPartFrom(part(OWN_PART, archive.bytesOf(OWN_PART))));
  const settings = ownSettingsFrom(own.settings);
  if (settings) own.takeStyles(ownStyleNames(settings.styles, ownStyleNameOf));
  const styles = new OdtStyles([styleRoot, content]);
  const lists = new ListStyles([styleRoot, content], own.isOwn);
  const facts = new OdtFacts(text);
  const builder = new DocumentBuilder(context.dropped, context.putAway);
  const pages = new MasterPages(styleRoot, firstPage(text, styles), title);
  const sheet = sheetIn(text, styles, lists);
  builder.styles.take(
    settings && looksAsWritten(sheet, content, settings)
      ? settings.styles
      : { ...sheet, captions: captionRule([...facts.captions.values()], false), page: pages.rule },
  );
  builder.language =
    settings?.language ??
    languageFrom(styles.language) ??
    languageFrom(textWithin(firstWithin(meta, "dc:language")));
  const scope: OdtScope = {
    archive,
    styles,
    lists,
    marks: new RunMarks(builder.language, builder.styles, context.dropped, own),
    own,
    facts,
    builder,
    context,
    textWidth: pages.textWidth,
    bodyLook: blockLook(styles.body, FIRST_SHEET.styles.body),
  };
  const widths = columnStyles([content]);
  const reader = new BlockReader(scope, (style) => widths.get(style) ?? null, pages);
  reader.readBlocks(text);
  context.progress(0.8);
  for (const { key, body } of reader.notes) {
    builder.openNote(key);
    new BlockReader(scope, () => null, null).readBlocks(body);
    builder.closeNote();
  }
  context.takeTalk(talkOf(text));
  builder.title ??= title || null;
  if (!settings) return builder.finish(context, headingNamed);
  builder.returns = settings.returns;
  builder.title = settings.title || null;
  const { doc, ...rest } = builder.finish(context, headingNamed);
  return { ...rest, doc: withSettings(doc, laterSettings(settings)) };
}

/** The style sheet that the styles of a file come to, as far as they are used. */
function sheetIn(text: XmlElement, styles: OdtStyles, lists: ListStyles): StyleSheet {
  const used = usedStyles(text, styles);
  return sheetOf(
    {
      body: styles.body,
      ...used,
      numberingOf: (_, level) => lists.headings(used.lists.get(level) ?? null, level),
    },
    "As imported",
  );
}

/** Whether the styles of a file are as they were written: then the sheet from which they were made says more than they can. */
function looksAsWritten(sheet: StyleSheet, content: XmlElement, { styles, language }: OwnSettings): boolean {
  const xml = stylesPart(styles, language, directionOf(language));
  const root = parseXml(new TextEncoder().encode(xml), { part: "styles.xml", namespaces: NAMESPACES });
  const text = elementAt(content, "office:body", "office:text")!;
  const written = sheetIn(text, new OdtStyles([root, content]), new ListStyles([root, content], true));
  return JSON.stringify(written.styles) === JSON.stringify(sheet.styles);
}

/** Files of the same form that are no text, and those under a password. */
function refuseOthers(archive: Archive): void {
  const type = textOf(archive.bytesOf("mimetype")).trim();
  const other = /opendocument\.(spreadsheet|presentation|graphics|chart|formula|database)/.exec(type)?.[1];
  if (other)
    throw new ReadError(`The file is a ${other === "graphics" ? "drawing" : other}, not a text document.`);
  if (textOf(archive.bytesOf("META-INF/manifest.xml")).includes("encryption-data"))
    throw new ReadError(
      "The file is protected by a password. Take the protection off where it was made, and import it again.",
    );
}

function textOf(bytes: Uint8Array | null): string {
  return bytes ? new TextDecoder().decode(bytes) : "";
}

/** The kind of page with which the text begins. */
function firstPage(text: XmlElement, styles: OdtStyles): string | null {
  const first = [...elementsWithin(text)].find(({ name }) => name === "text:p" || name === "text:h");
  return styles.named("paragraph", first?.attributes["text:style-name"]).page;
}

/** The styles that paragraphs name; of each level of headings the one that is named most, with its list. */
function usedStyles(text: XmlElement, styles: OdtStyles) {
  const counts = new Map<WrittenStyle, number>();
  const byLevel = new Map<number, Map<WrittenStyle, number>>();
  const lists = new Map<number, string | null>();
  for (const { name, attributes } of elementsWithin(text)) {
    if (name !== "text:p" && name !== "text:h") continue;
    const { style, list } = styles.named("paragraph", attributes["text:style-name"]);
    if (!style) continue;
    counts.set(style, (counts.get(style) ?? 0) + 1);
    if (name !== "text:h") continue;
    const level = Math.min(Math.max(Number(attributes["text:outline-level"]) || 1, 1), 6);
    const met = byLevel.get(level) ?? new Map<WrittenStyle, number>();
    byLevel.set(level, met.set(style, (met.get(style) ?? 0) + 1));
    if (!lists.has(level)) lists.set(level, list);
  }
  const headings = new Map(
    [...byLevel].map(
      ([level, met]) => [level, [...met].sort(([, one], [, two]) => two - one)[0]![0]] as const,
    ),
  );
  return { headings, named: [...counts.keys()], lists };
}

/** The heading to which a link by its title leads: `1.2.Cleaning|outline`. */
function headingNamed(anchor: string, headings: readonly Node[]): DestinationId | undefined {
  const [, words] = /^(.*)\|outline$/s.exec(anchor) ?? [];
  if (words === undefined) return undefined;
  const plain = (said: string) => said.replace(/\s+/g, " ").trim();
  const [whole, unnumbered] = [plain(words), plain(words.replace(/^[\d.]+\s*/, ""))];
  const found =
    headings.find((heading) => plain(lineOf(heading)) === whole) ??
    headings.find((heading) => plain(lineOf(heading)) === unnumbered);
  return found ? (idOf(found) ?? undefined) : undefined;
}
