/**
 * Prepares the fonts that pages are laid out with: the files themselves, and for each a table of what a line needs to know of it
 * (advances, kerning by classes, ligatures), so that laying out a page does not read a font. Both go to `public/page-fonts`.
 */
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { createHash } from "node:crypto";
import path from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { root } from "./install.mjs";

/** The families by the name that the core gives them, with the weights that looks may ask for and whether they have a slant. */
const FAMILIES = {
  serif: { folder: "literata", weights: [200, 300, 400, 500, 600, 700, 800, 900], slanted: true },
  sans: { folder: "figtree", weights: [300, 400, 500, 600, 700, 800, 900], slanted: true },
  mono: { folder: "jetbrains-mono", weights: [200, 300, 400, 500, 600, 700, 800], slanted: true },
  hebrew: { folder: "noto-sans-hebrew", weights: [400, 700], slanted: false },
  arabic: { folder: "noto-naskh-arabic", weights: [400, 700], slanted: false },
  han: { folder: "noto-sans-sc", weights: [400, 700], slanted: false },
  hangul: { folder: "noto-sans-kr", weights: [400, 700], slanted: false },
  devanagari: { folder: "noto-sans-devanagari", weights: [400, 700], slanted: false },
  thai: { folder: "noto-sans-thai", weights: [400, 700], slanted: false },
  signs: { folder: "noto-sans-math", weights: [400], slanted: false },
  symbols: { folder: "noto-sans-symbols", weights: [400], slanted: false },
  pictographs: { folder: "noto-sans-symbols-2", weights: [400], slanted: false },
  emoji: { folder: "noto-emoji", weights: [400], slanted: false },
};

const LIGATURES = ["ffi", "ffl", "ff", "fi", "fl", "fb", "fh", "fj", "fk", "ft", "tt"];
/** Signs that are kerned: Latin, Greek, Cyrillic, Hebrew, and the signs between words. */
const kerned = (code) =>
  code < 0x600 || (code >= 0x1e00 && code < 0x2070) || (code >= 0x20a0 && code < 0x20d0);

/** Prepares them unless they are there already. */
export async function ensurePageFonts() {
  const folder = path.join(root, "public", "page-fonts");
  const stamp = path.join(folder, "made-of.txt");
  const hash = createHash("sha256").update(readFileSync(fileURLToPath(import.meta.url)));
  for (const { folder: name } of Object.values(FAMILIES))
    hash.update(readFileSync(path.join(packageOf(name), "package.json")));
  const made = hash.digest("hex");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === made) return;
  // Asked for now: the packages may have been installed since this file was read.
  const fontkit = await import("fontkit");
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  for (const [family, { folder: name, weights, slanted }] of Object.entries(FAMILIES))
    for (const weight of weights)
      for (const slant of slanted ? ["", "i"] : [""]) {
        const file = fontFile(name, weight, slant !== "");
        const key = `${family}-${weight}${slant}`;
        copyFileSync(file, path.join(folder, `${key}.ttf`));
        writeFileSync(path.join(folder, `${key}.json`), JSON.stringify(tableOf(fontkit.openSync(file))));
      }
  writeFileSync(stamp, made);
}

function packageOf(name) {
  return path.join(root, "node_modules", "@expo-google-fonts", name);
}

function fontFile(name, weight, italic) {
  const folder = readdirSync(packageOf(name)).find(
    (entry) => entry.startsWith(String(weight)) && entry.endsWith("_Italic") === italic,
  );
  const inside = path.join(packageOf(name), folder);
  return path.join(
    inside,
    readdirSync(inside).find((entry) => entry.endsWith(".ttf")),
  );
}

/** What a line needs to know of a font; see `FontTable` in src/core/layout/fonts. */
function tableOf(font) {
  const codes = font.characterSet.filter((code) => font.hasGlyphForCodePoint(code)).sort((a, b) => a - b);
  const glyphs = codes.map((code) => font.glyphForCodePoint(code));
  const ligatures = font.availableFeatures.includes("liga")
    ? LIGATURES.flatMap((text) => {
        const { glyphs: shaped } = font.layout(text);
        return shaped.length === 1 ? [{ text, glyph: shaped[0] }] : [];
      })
    : [];
  const entries = [...glyphs, ...ligatures.map(({ glyph }) => glyph)];
  const mayKern = [...codes.map(kerned), ...ligatures.map(() => true)];
  return {
    name: font.postscriptName,
    unitsPerEm: font.unitsPerEm,
    ascent: font.ascent,
    descent: font.descent,
    codes: ranges(codes),
    advances: repeated(entries.map((glyph) => Math.round(glyph.advanceWidth))),
    ligatures: ligatures.map(({ text, glyph }) => [text, glyph.id]),
    kerning: kerningOf(
      font,
      entries.map((glyph, i) => (mayKern[i] ? glyph.id : -1)),
    ),
  };
}

/** Numbers in order as starts and lengths of what follows without a gap. */
function ranges(numbers) {
  const out = [];
  for (const number of numbers)
    if (out.length > 0 && out.at(-2) + out.at(-1) === number) out[out.length - 1]++;
    else out.push(number, 1);
  return out;
}

/** Values as value and how often it is repeated. */
function repeated(values) {
  const out = [];
  for (const value of values)
    if (out.length > 0 && out.at(-2) === value) out[out.length - 1]++;
    else out.push(value, 1);
  return out;
}

/** The kerning among glyphs, by classes of first and second glyphs that behave alike. */
function kerningOf(font, glyphs) {
  const lookups = pairLookups(font);
  if (lookups.length === 0) return null;
  const subtables = lookups.flat();
  const inPairs = new Set(
    subtables.flatMap((table) =>
      table.format === 1 ? [...table.pairs.values()].flatMap((seconds) => [...seconds.keys()]) : [],
    ),
  );
  const rows = new Map();
  const columns = new Map();
  const classOf = (classes, signature, glyph) => {
    if (!classes.has(signature)) classes.set(signature, { number: classes.size, glyph });
    return classes.get(signature).number;
  };
  classOf(rows, "none", -1);
  classOf(columns, "none", -1);
  const rowOf = glyphs.map((glyph) => {
    if (glyph < 0 || !subtables.some((table) => table.covers(glyph))) return 0;
    const signature = subtables.map((table) =>
      !table.covers(glyph) ? "-" : table.format === 1 ? `g${glyph}` : table.first(glyph),
    );
    return classOf(rows, signature.join(), glyph);
  });
  const columnOf = glyphs.map((glyph) => {
    if (glyph < 0) return 0;
    const signature = subtables.map((table) =>
      table.format === 1 ? (inPairs.has(glyph) ? `g${glyph}` : "-") : table.second(glyph),
    );
    return classOf(columns, signature.join(), glyph);
  });
  const values = [];
  for (const row of rows.values())
    for (const column of columns.values())
      values.push(row.glyph < 0 || column.glyph < 0 ? 0 : kern(lookups, row.glyph, column.glyph));
  if (values.every((value) => value === 0)) return null;
  return {
    rows: repeated(rowOf),
    columns: repeated(columnOf),
    width: columns.size,
    values: repeated(values),
  };
}

/** Sum over the lookups of what the first of their tables says that speaks of the pair (ISO 14496-22, GPOS type 2). */
function kern(lookups, first, second) {
  let sum = 0;
  for (const tables of lookups)
    for (const table of tables) {
      const value = table.value(first, second);
      if (value === undefined) continue;
      sum += value;
      break;
    }
  return sum;
}

function pairLookups(font) {
  if (!font.GPOS) return [];
  const scripts = font.GPOS.scriptList;
  const script =
    scripts.find(({ tag }) => tag === "latn") ?? scripts.find(({ tag }) => tag === "DFLT") ?? scripts[0];
  const language = script.script.defaultLangSys ?? script.script.langSysRecords[0].langSys;
  const features = language.featureIndexes.map((i) => font.GPOS.featureList[i]);
  const numbers = new Set(
    features.filter(({ tag }) => tag === "kern").flatMap(({ feature }) => [...feature.lookupListIndexes]),
  );
  return [...numbers]
    .sort((a, b) => a - b)
    .map((number) => font.GPOS.lookupList.get(number))
    .map((lookup) =>
      lookup.subTables.flatMap((table) =>
        lookup.lookupType === 2
          ? [pairTable(table)]
          : lookup.lookupType === 9 && table.lookupType === 2
            ? [pairTable(table.extension)]
            : [],
      ),
    )
    .filter((tables) => tables.length > 0);
}

function pairTable(table) {
  const covered = coverage(table.coverage);
  const covers = (glyph) => covered.has(glyph);
  if (table.version === 1) {
    const pairs = new Map();
    for (const [glyph, at] of covered)
      pairs.set(
        glyph,
        new Map(table.pairSets.get(at).map((pair) => [pair.secondGlyph, pair.value1?.xAdvance ?? 0])),
      );
    return { format: 1, covers, pairs, value: (first, second) => pairs.get(first)?.get(second) };
  }
  const firsts = classes(table.classDef1);
  const seconds = classes(table.classDef2);
  const first = (glyph) => firsts.get(glyph) ?? 0;
  const second = (glyph) => seconds.get(glyph) ?? 0;
  return {
    format: 2,
    covers,
    first,
    second,
    value: (a, b) =>
      covers(a) ? (table.classRecords.get(first(a)).get(second(b)).value1?.xAdvance ?? 0) : undefined,
  };
}

function coverage(table) {
  const covered = new Map();
  if (table.version === 1) table.glyphs.forEach((glyph, i) => covered.set(glyph, i));
  else
    for (const { start, end, startCoverageIndex } of table.rangeRecords)
      for (let glyph = start; glyph <= end; glyph++) covered.set(glyph, startCoverageIndex + glyph - start);
  return covered;
}

function classes(table) {
  const known = new Map();
  if (table.version === 1)
    table.classValueArray.forEach((value, i) => known.set(table.startGlyph + i, value));
  else
    for (const { start, end, class: value } of table.classRangeRecord)
      for (let glyph = start; glyph <= end; glyph++) known.set(glyph, value);
  return known;
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) await ensurePageFonts();
