import { childNamed, elementsIn, type XmlElement } from "../xml/element";
import type { Enclosed } from "../office/named-reference";
import type { CountedCaption } from "../office/series";
import { fieldCode, type FieldCode } from "./field-code";
import { isOn } from "./names";
import { paragraphLook, runLook, type StyleTable } from "./style-table";

/** A counted caption, as its paragraph has it. */
export interface CaptionFact extends CountedCaption {
  /** Whether the number of the chapter stands before its own. */
  readonly byChapter: boolean;
}

/** What a paragraph shows, beside words that are left out. */
export interface Shown {
  words: boolean;
  drawing: boolean;
  equation: boolean;
  /** Signs of notes and symbols, which are words as well. */
  signs: boolean;
  /** Boxes of text. */
  boxes: boolean;
  fields: boolean;
}

interface ParagraphFact {
  readonly shown: Shown;
  letters: number;
  readonly heading: boolean;
  readonly words: string[];
  /** Where the number of a caption begins and ends, in letters. */
  number: { from: number; to: number; series: string } | null;
  byChapter: boolean;
}

interface Place {
  readonly paragraph: ParagraphFact | null;
  readonly at: number;
}

interface NamedPlace {
  readonly from: Place;
  to: Place | null;
  /** Whether a note stands in it. */
  note: boolean;
}

interface OpenField {
  readonly begin: XmlElement | null;
  instruction: string;
  readonly place: Place;
}

/** What has to be known of a whole document before its parts are read. */
export class DocumentFacts {
  /** The beginnings of fields that end, with what they say. One that never ends would swallow all that follows. */
  readonly fields = new Map<XmlElement, FieldCode>();
  readonly captions = new Map<XmlElement, CaptionFact>();
  private readonly shown = new Map<XmlElement, Shown>();
  /** How many letters are in each language that words name themselves; the empty one for those that name none. */
  private readonly letters = new Map<string, number>();
  /** Names to which a link or a reference leads. */
  readonly wanted: Set<string>;
  /** Names whose words a reference says. */
  readonly quoted: Set<string>;
  /** By the name of a bookmark, the entry of the index that says its pages. */
  readonly indexed: Map<string, FieldCode>;
  private readonly places = new Map<string, NamedPlace>();
  /** Bookmarks whose end was not met yet. */
  private readonly begun = new Set<NamedPlace>();
  private readonly byName = new Map<string, string>();

  /** Letters met so far. */
  private met = 0;
  private readonly open: OpenField[] = [];
  private readonly paragraphs: ParagraphFact[] = [];

  constructor(
    body: XmlElement | null,
    private readonly styles: StyleTable,
    /** Those of the text, for the words of notes, which may lead there. */
    private readonly outer: DocumentFacts | null = null,
  ) {
    this.wanted = outer?.wanted ?? new Set();
    this.quoted = outer?.quoted ?? new Set();
    this.indexed = outer?.indexed ?? new Map();
    if (body) this.visitAll(body);
  }

  /** What a paragraph shows. */
  shows(paragraph: XmlElement): Shown {
    return this.shown.get(paragraph) ?? NOTHING_SHOWN;
  }

  /** Whether captions are counted anew in each chapter. */
  get countsByChapter(): boolean {
    return [...this.captions.values()].some(({ byChapter }) => byChapter);
  }

  /** Whether the bookmark of an id, as its beginning and end name it, has an end behind its beginning. */
  ends(id: string): boolean {
    return Boolean(this.places.get(id)?.to);
  }

  /** What the bookmark of a name encloses; null where there is none. */
  encloses(name: string): Enclosed | null {
    const place = this.places.get(this.byName.get(name.toLowerCase()) ?? "");
    if (!place) return this.outer?.encloses(name) ?? null;
    const { from, to } = place;
    if (!to) return from.paragraph?.heading ? "heading" : "point";
    if (place.note) return "note";
    const { paragraph } = from;
    if (!paragraph || to.paragraph !== paragraph) return "words";
    if (paragraph.heading) return "heading";
    if (from.at === to.at) return "point";
    const { number, letters } = paragraph;
    if (!number) return "words";
    if (from.at >= number.from && to.at <= number.to) return "number";
    if (to.at <= number.to && from.at < number.from) return "label";
    if (from.at >= number.to) return "title";
    return from.at <= number.from && to.at >= letters ? "caption" : "label";
  }

  private visitAll(element: XmlElement): void {
    for (const child of elementsIn(element)) this.visit(child);
  }

  private visit(element: XmlElement): void {
    const { attributes } = element;
    switch (element.name) {
      case "w:p":
        return this.visitParagraph(element);
      case "w:r":
        return this.visitRun(element);
      case "w:t":
        return this.meetText(element.content.join(""));
      case "w:tab":
      case "w:br":
      case "w:noBreakHyphen":
        return this.meetText(" ");
      case "w:sym":
        this.note("signs");
        return this.meetText(" ");
      case "w:drawing":
      case "w:pict":
      case "w:object":
        this.note("drawing");
        this.meetText(" ");
        break;
      case "m:oMath":
        this.note("equation");
        return this.meetText(" ");
      case "w:footnoteReference":
      case "w:endnoteReference":
        this.note("signs");
        this.meetText(" ");
        for (const place of this.begun) place.note = true;
        return;
      case "w:del":
      case "w:moveFrom":
      case "w:rPr":
      case "w:pPr":
      case "w:tblPr":
      case "w:tcPr":
      case "w:sectPr":
        return;
      case "w:instrText": {
        const field = this.open.at(-1);
        if (field) field.instruction += element.content.join("");
        return;
      }
      case "w:fldChar":
        return this.meetFieldSign(element);
      case "w:fldSimple": {
        const place = this.here();
        this.visitAll(element);
        return this.endField({ begin: element, instruction: attributes["w:instr"] ?? "", place });
      }
      case "w:hyperlink":
        if (attributes["w:anchor"]) this.wanted.add(attributes["w:anchor"].toLowerCase());
        break;
      case "w:bookmarkStart":
        return this.beginBookmark(attributes["w:id"] ?? "", attributes["w:name"] ?? "");
      case "w:bookmarkEnd":
        return this.endBookmark(attributes["w:id"] ?? "");
      case "mc:AlternateContent": {
        // Both say the same.
        const choice = childNamed(element, "mc:Choice") ?? childNamed(element, "mc:Fallback");
        if (choice) this.visitAll(choice);
        return;
      }
    }
    this.visitAll(element);
  }

  private visitRun(run: XmlElement): void {
    const look = runLook(childNamed(run, "w:rPr"));
    const language = (look.rightToLeft ? look.otherLanguage : look.language) ?? "";
    const before = this.met;
    this.visitAll(run);
    if (this.met > before) this.letters.set(language, (this.letters.get(language) ?? 0) + this.met - before);
  }

  /** The language that most of the words name; null where most name none. */
  get language(): string | null {
    const [most] = [...this.letters].sort(([, one], [, other]) => other - one);
    return most && most[0] !== "" ? most[0] : null;
  }

  private here(): Place {
    const paragraph = this.paragraphs.at(-1) ?? null;
    return { paragraph, at: paragraph?.letters ?? 0 };
  }

  private meetText(words: string): void {
    this.met += words.length;
    const paragraph = this.paragraphs.at(-1);
    if (!paragraph) return;
    if (!paragraph.shown.words && words.trim() !== "") paragraph.shown.words = true;
    paragraph.letters += words.length;
    if (!paragraph.number) paragraph.words.push(words);
  }

  private note(what: keyof Shown): void {
    const paragraph = this.paragraphs.at(-1);
    if (paragraph) paragraph.shown[what] = true;
  }

  private visitParagraph(element: XmlElement): void {
    const properties = childNamed(element, "w:pPr");
    const style = this.styles.ofParagraph(childNamed(properties, "w:pStyle")?.attributes["w:val"]);
    const outline = paragraphLook(properties).outline ?? style.paragraph.outline ?? 9;
    const shown: Shown = { ...NOTHING_SHOWN };
    this.shown.set(element, shown);
    const around = this.paragraphs.at(-1);
    if (around) around.shown.boxes = true;
    const fact: ParagraphFact = {
      shown,
      letters: 0,
      heading: outline < 9,
      words: [],
      number: null,
      byChapter: false,
    };
    this.paragraphs.push(fact);
    this.visitAll(element);
    this.paragraphs.pop();
    if (!fact.number || fact.heading) return;
    const label = fact.words.join("").slice(0, fact.number.from);
    if (isLabel(label, fact.number.series))
      this.captions.set(element, {
        series: fact.number.series,
        label: label.replace(/[\d.\-–—:\s]+$/, "").trim(),
        byChapter: fact.byChapter,
      });
  }

  private meetFieldSign(element: XmlElement): void {
    this.note("fields");
    const kind = element.attributes["w:fldCharType"];
    if (kind === "begin") this.open.push({ begin: element, instruction: "", place: this.here() });
    else if (kind === "end") {
      const field = this.open.pop();
      if (field) this.endField(field);
    }
  }

  private endField({ begin, instruction, place }: OpenField): void {
    const code = fieldCode(instruction);
    if (begin) this.fields.set(begin, code);
    const [name] = code.words;
    const ranged = code.kind === "XE" ? code.switches.get("r") : undefined;
    if (ranged) this.indexed.set(ranged.toLowerCase(), code);
    if (code.kind === "HYPERLINK") {
      const anchor = code.switches.get("l");
      if (anchor) this.wanted.add(anchor.toLowerCase());
    } else if (name && ["REF", "PAGEREF", "NOTEREF"].includes(code.kind)) {
      this.wanted.add(name.toLowerCase());
      if (code.kind === "REF" && !["n", "r", "w", "p"].some((letter) => code.switches.has(letter)))
        this.quoted.add(name.toLowerCase());
    }
    const { paragraph } = place;
    if (!paragraph || paragraph !== this.paragraphs.at(-1)) return;
    if (code.kind === "SEQ" && name && !paragraph.number)
      paragraph.number = { from: place.at, to: paragraph.letters, series: name };
    else if (code.kind === "STYLEREF" && code.switches.has("s") && !paragraph.number)
      paragraph.byChapter = true;
  }

  private beginBookmark(id: string, name: string): void {
    if (name === "" || this.places.has(id)) return;
    const place: NamedPlace = { from: this.here(), to: null, note: false };
    this.places.set(id, place);
    this.begun.add(place);
    if (!this.byName.has(name.toLowerCase())) this.byName.set(name.toLowerCase(), id);
  }

  private endBookmark(id: string): void {
    const place = this.places.get(id);
    if (!place || place.to) return;
    place.to = this.here();
    this.begun.delete(place);
    const { from, to } = place;
    if (from.paragraph !== to.paragraph || to.at - from.at > 1) place.note = false;
  }
}

const NOTHING_SHOWN: Shown = Object.freeze({
  words: false,
  drawing: false,
  equation: false,
  signs: false,
  boxes: false,
  fields: false,
});

/** With a number of a chapter behind it. */
const MAX_LABEL_LETTERS = 80;

/** Whether words before a number are those of a caption: few, and no sentence. */
function isLabel(words: string, series: string): boolean {
  if (words.length > MAX_LABEL_LETTERS) return false;
  const said = words.replace(/[\d.\-–—:\s]+$/, "").trim();
  return said.length <= Math.max(series.length, 24) && !/[.!?]\s/.test(said);
}

/** Whether a paragraph's mark was taken out, so that the next goes on in it. */
export function isJoinedToNext(paragraph: XmlElement): boolean {
  const mark = childNamed(childNamed(paragraph, "w:pPr"), "w:rPr");
  return childNamed(mark, "w:del") !== null || childNamed(mark, "w:moveFrom") !== null || vanishes(mark);
}

function vanishes(mark: XmlElement | null): boolean {
  const hidden = childNamed(mark, "w:specVanish");
  return hidden !== null && isOn(hidden.attributes["w:val"]);
}
