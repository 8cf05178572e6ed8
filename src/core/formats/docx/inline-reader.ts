import type { Mark } from "prosemirror-model";
import { markAmong } from "@/core/document";
import { linkMark } from "../intake/addresses";
import { ENTRY_AMONG_WORDS } from "../office/entry-among-words";
import { isOwnSize } from "../office/own-size";
import { keptLink, keptReference } from "../office/kept";
import { keptTex } from "./kept-tex";
import { tagOf, type Tag } from "./tags";
import { isMachineName } from "../office/machine-names";
import { saidOfNamed } from "../office/named-reference";
import { childNamed, elementsIn, elementsWithin, firstWithin, type XmlElement } from "../xml/element";
import { contentsFrom, type ContentsFrom } from "./contents";
import type { FieldCode } from "./field-code";
import { formOf } from "./field-forms";
import { indexEntryOf } from "./index-field";
import { isOn } from "./names";
import { texOf } from "./omml";
import { OpenRanges } from "./open-ranges";
import { drawnPicture, isPicture, type DrawnPicture } from "./pictures";
import type { DocxScope } from "./scope";
import { runLook, type DocxRunLook, type DocxStyle } from "./style-table";
import { symbolOf, wordsInSymbols } from "./symbols";

/** What a field does to what stands in it. */
interface OpenField {
  readonly code: FieldCode | null;
  /** Whether what stands for its result is made again, and its own words are left out. */
  readonly drops: boolean;
  readonly link: Mark | null;
  /** Whether its instruction is still being read. */
  inCode: boolean;
}

/** What a paragraph's content is read into. */
export interface InlinePlace {
  readonly style: DocxStyle;
  /** The column of the table it stands in. */
  readonly column: number | null;
  /** What of a caption is left out: all up to its number. */
  readonly caption: boolean;
}

/** Notes whose words stand in a part of their own. */
export interface MetNote {
  readonly key: string;
  readonly place: "foot" | "end";
  readonly id: string;
}

/**
 * Reads what stands within paragraphs: runs, links, fields, bookmarks, notes, pictures, equations. Fields and bookmarks may begin in one
 * paragraph and end in another, so one reader reads all of a part.
 */
export class InlineReader {
  private readonly fields: OpenField[] = [];
  private readonly ranges: OpenRanges;
  private links: Mark[] = [];
  /** Whether a link that was kept as it is holds for all that is met. */
  private keptLinks = 0;
  /** How the links look that are met, where their words do not say it. */
  private look: string | undefined = undefined;
  /** Fields whose own words are left out. */
  private dropping = 0;
  private place: InlinePlace | null = null;
  /** Whether the number of the caption that is read was not met yet. */
  private beforeNumber = false;
  /** Whether what parts the number of a caption from its words may come next. */
  private behindNumber = false;
  private waitingBoxes: XmlElement[] = [];
  readonly notes: MetNote[] = [];

  constructor(
    private readonly scope: DocxScope,
    /** Generated lists stand where they are met; their titles are found by who reads blocks. */
    private readonly onContents: (contents: ContentsFrom) => void,
    private readonly onPageBreak: () => void,
  ) {
    this.ranges = new OpenRanges(scope);
  }

  /** Whether what is met belongs to a field that is made again. */
  get isDropping(): boolean {
    return this.dropping > 0;
  }

  /** Reads the content of a paragraph; what stands in boxes of text beside it is returned. */
  read(paragraph: XmlElement, place: InlinePlace): readonly XmlElement[] {
    this.place = place;
    this.beforeNumber = place.caption;
    this.behindNumber = false;
    this.waitingBoxes = [];
    this.readAll(paragraph);
    this.place = null;
    return this.waitingBoxes;
  }

  /** Reads something that may stand between blocks as well: the ends of bookmarks and comments. */
  readMarker(element: XmlElement): void {
    this.readOne(element);
  }

  private readAll(element: XmlElement): void {
    for (const part of element.content) if (typeof part !== "string") this.readOne(part);
  }

  private readOne(element: XmlElement): void {
    const { attributes } = element;
    switch (element.name) {
      case "w:r":
        return this.readRun(element);
      case "w:hyperlink":
        return this.readHyperlink(element);
      case "w:fldSimple":
        this.beginField(element);
        this.fields.at(-1)!.inCode = false;
        this.readAll(element);
        return this.endField();
      case "w:bookmarkStart":
        return this.ranges.begin(attributes);
      case "w:bookmarkEnd":
        return this.ranges.end(attributes["w:id"] ?? "");
      case "w:del":
      case "w:moveFrom":
        return;
      case "w:sdt": {
        const tag = tagOf(element);
        return tag ? this.readTagged(element, tag) : this.readControl(element);
      }
      case "m:oMath":
      case "m:oMathPara":
        return this.readEquation(element);
      case "mc:AlternateContent":
        return this.readAlternate(element);
      case "w:pPr":
      case "w:rPr":
      case "w:sdtPr":
      case "w:smartTagPr":
      case "w:customXmlPr":
      case "w:proofErr":
        return;
      default:
        return this.readAll(element);
    }
  }

  // Runs

  private readRun(run: XmlElement): void {
    const place = this.place;
    const look = runLook(childNamed(run, "w:rPr"));
    let marks: readonly Mark[] | null = null;
    const hidden = place !== null && this.scope.marks.isHidden(look, this.styleOf(look), place.style);
    for (const part of run.content) {
      if (typeof part === "string") continue;
      switch (part.name) {
        case "w:rPr":
        case "w:instrText":
        case "w:delText":
        case "w:delInstrText":
          continue;
        case "w:fldChar":
          this.meetFieldSign(part);
          continue;
        case "w:t":
          if (hidden && place) {
            if (part.content.length > 0)
              this.scope.context.dropped.add("hidden text", "It is not shown in the file either.");
            continue;
          }
      }
      if (this.isSilent || hidden) continue;
      marks ??= this.marksOf(look);
      this.readRunPart(part, marks, look.font);
    }
  }

  /** Whether words that are met now are no words of the text. */
  private get isSilent(): boolean {
    return this.dropping > 0 || this.beforeNumber || this.fields.some(({ inCode }) => inCode);
  }

  private styleOf(look: DocxRunLook): DocxStyle | null {
    const style = this.scope.styles.get(look.style);
    return style?.type === "character" ? style : null;
  }

  private marksOf(look: DocxRunLook): readonly Mark[] {
    const { place } = this;
    const own = place ? this.scope.marks.of(look, this.styleOf(look), place.style) : [];
    const link = this.links.at(-1) ?? this.fields.findLast(({ link }) => link)?.link;
    return [...own, ...(link ? [link] : []), ...this.ranges.marksAt(place?.column ?? null)];
  }

  private readRunPart(part: XmlElement, marks: readonly Mark[], font: string | undefined): void {
    const { builder } = this.scope;
    const { attributes } = part;
    switch (part.name) {
      case "w:t": {
        const words = part.content.join("");
        // Only the white space of XML: a no-break space stays.
        const kept =
          attributes["xml:space"] === "preserve" ? words : words.replace(/^[ \t\r\n]+|[ \t\r\n]+$/g, "");
        const { isOwn } = this.scope.own;
        const between = isOwn ? /^\. / : /^[\s.:)\-–—]+/;
        const said = this.behindNumber ? kept.replace(between, "") : kept;
        if (said !== "" || isOwn) this.behindNumber = false;
        return builder.text(wordsInSymbols(font, said), marks);
      }
      case "w:tab":
      case "w:ptab":
        return builder.text(" ", marks);
      case "w:br":
        return this.readBreak(attributes["w:type"]);
      case "w:cr":
        return builder.hardBreak();
      case "w:noBreakHyphen":
        return builder.text("\u2011", marks);
      case "w:softHyphen":
        return builder.text("\u00ad", marks);
      case "w:sym": {
        const code = Number.parseInt(attributes["w:char"] ?? "", 16);
        const symbol = Number.isFinite(code) ? symbolOf(attributes["w:font"] ?? "", code) : null;
        if (symbol) builder.text(symbol, marks);
        else
          this.scope.context.dropped.add("symbol of a font that is not known", "No character says the same.");
        return;
      }
      case "w:footnoteReference":
      case "w:endnoteReference":
        return this.readNoteReference(part);
      case "w:drawing":
      case "w:pict":
      case "w:object":
        return this.readDrawing(part, marks);
      case "mc:AlternateContent":
        return this.readAlternate(part, marks);
      case "w:ruby": {
        for (const run of elementsIn(childNamed(part, "w:rubyBase"))) this.readOne(run);
        this.scope.context.dropped.add("reading beside characters (ruby)", "The characters are kept.");
        return;
      }
    }
  }

  private readBreak(type: string | undefined): void {
    const { builder } = this.scope;
    if (type !== "page") return builder.hardBreak();
    this.onPageBreak();
  }

  private readNoteReference(part: XmlElement): void {
    const place = part.name === "w:endnoteReference" ? "end" : "foot";
    const id = part.attributes["w:id"] ?? "";
    const key = `${place} ${id}`;
    this.scope.builder.noteReference(key, place, this.ranges.anchorsOfNote());
    this.notes.push({ key, place, id });
  }

  // Pictures and boxes

  private readDrawing(element: XmlElement, marks: readonly Mark[]): void {
    for (const box of boxesIn(element)) this.waitingBoxes.push(box);
    if (!isPicture(element)) return;
    const picture = drawnPicture(element, this.scope);
    const target = picture.link ? this.linkOf({ "r:id": picture.link }) : null;
    const withLink = target ? [...marks.filter((mark) => !markAmong([mark], "link")), target] : marks;
    this.scope.builder.addPicture(picture.bytes, picture.alt, {
      decorative: picture.decorative,
      height: this.heightInLine(picture),
      inLine: true,
      marks: withLink,
    });
  }

  /** The height of a picture in a line, in hundredths of the size of the words around it. */
  private heightInLine(drawn: DrawnPicture): number | null {
    const { height } = drawn;
    if (isOwnSize(drawn, this.scope.textWidth)) return null;
    const size = this.place?.style.run.size ?? 10;
    return height === null ? null : Math.min(Math.max(Math.round((height / size) * 100), 20), 2_000);
  }

  /** Of two ways to say the same, the first one that is understood. */
  private readAlternate(element: XmlElement, marks: readonly Mark[] = []): void {
    const choices = [...elementsIn(element)];
    const understood = choices.find(
      (choice) =>
        choice.name === "mc:Fallback" ||
        firstWithin(choice, "a:blip") ||
        firstWithin(choice, "wps:txbx") ||
        firstWithin(choice, "w:t") ||
        firstWithin(choice, "m:oMath"),
    );
    for (const part of elementsIn(understood ?? choices[0])) {
      if (["w:drawing", "w:pict", "w:object"].includes(part.name)) this.readDrawing(part, marks);
      else this.readOne(part);
    }
  }

  // Equations

  private readEquation(element: XmlElement): void {
    if (this.isSilent) return;
    const { builder } = this.scope;
    const formulas =
      element.name === "m:oMath"
        ? [element]
        : [...elementsIn(element)].filter(({ name }) => name === "m:oMath");
    for (const formula of formulas) {
      const tex = texOf(formula);
      if (tex === "") continue;
      if (element.name === "m:oMathPara" && builder.betweenBlocks) builder.addEquation(tex);
      else builder.formula(tex, this.marksOf({}));
    }
  }

  /** Reads the equations of a paragraph that holds nothing else, each as a block. */
  readEquations(paragraph: XmlElement): void {
    let kept: unknown;
    for (const element of elementsWithin(paragraph)) {
      const tag = tagOf(element);
      if (tag?.kind === "tex") kept = this.scope.own.keptAt(tag.said);
      if (element.name !== "m:oMath") continue;
      const tex = keptTex(kept, element) ?? texOf(element);
      kept = undefined;
      if (tex !== "") this.scope.builder.addEquation(tex);
    }
  }

  // Content controls

  private readControl(element: XmlElement): void {
    const properties = childNamed(element, "w:sdtPr");
    const box = childNamed(properties, "w14:checkbox");
    const { builder, context } = this.scope;
    if (box && builder.giveBox(isOn(childNamed(box, "w14:checked")?.attributes["w14:val"]))) return;
    const waits = childNamed(properties, "w:showingPlcHdr");
    if (waits && isOn(waits.attributes["w:val"]))
      return context.dropped.add("field nobody has filled in", "Its words only say what to type there.");
    const content = childNamed(element, "w:sdtContent");
    if (content) this.readAll(content);
  }

  /** Reads what Gate Rope wrote, as it says that it is. */
  private readTagged(control: XmlElement, { kind, said }: Tag): void {
    const { builder, own } = this.scope;
    const content = childNamed(control, "w:sdtContent");
    if (!content) return;
    const kept = own.keptAt(said);
    const marks = () => this.marksOf(runLook(childNamed(firstWithin(content, "w:r"), "w:rPr")));
    switch (kind) {
      case "made":
        if (own.isOwn) return;
        break;
      case "value":
        if (typeof kept === "string" && !this.isSilent && builder.computation(kept, marks())) return;
        break;
      case "reference": {
        const reference = keptReference(kept);
        const anchor = reference?.place ? own.anchorOf(reference.place) : reference?.target?.was;
        if (reference && anchor && !this.isSilent) {
          const { form, linked } = reference;
          if (builder.crossReference({ anchor, form, linked }, marks())) return;
        }
        break;
      }
      case "link": {
        const link = keptLink(kept);
        if (!link || this.isSilent) break;
        this.links.push(link);
        this.keptLinks++;
        this.readAll(content);
        this.keptLinks--;
        this.links.pop();
        return;
      }
      case "look":
        this.look = said;
        this.readAll(content);
        this.look = undefined;
        return;
      case "tex": {
        const math = firstWithin(content, "m:oMath");
        const tex = keptTex(kept, math);
        if (tex !== null && !this.isSilent) {
          builder.formula(tex, math ? [...this.marksOf({})] : this.marksOf({}));
          return;
        }
      }
    }
    this.readAll(content);
  }

  // Links

  private readHyperlink(element: XmlElement): void {
    const link =
      this.isSilent || this.keptLinks > 0
        ? null
        : this.linkOf(element.attributes, this.look ?? lookOfLink(element));
    if (link) this.links.push(link);
    this.readAll(element);
    if (link) this.links.pop();
  }

  /** The link of a relationship. */
  linkTo(id: string): Mark | null {
    return this.linkOf({ "r:id": id });
  }

  /** The link in which all of a paragraph stands; null where it stands in none. */
  linkAround(paragraph: XmlElement): Mark | null {
    const around = firstWithin(paragraph, "w:hyperlink");
    return around ? this.linkOf(around.attributes) : null;
  }

  private linkOf(attributes: Readonly<Record<string, string>>, look?: string): Mark | null {
    const { builder, context, relationships, own } = this.scope;
    const anchor = attributes["w:anchor"] && own.anchorOf(attributes["w:anchor"]);
    const target = relationships.get(attributes["r:id"] ?? "")?.target ?? "";
    const href = anchor ? `${target.split("#")[0]}#${encodeURIComponent(anchor)}` : target;
    return linkMark({ href, hint: attributes["w:tooltip"], look }, builder, context);
  }

  // Fields

  private meetFieldSign(sign: XmlElement): void {
    const kind = sign.attributes["w:fldCharType"];
    if (kind === "begin") {
      if (this.scope.facts.fields.has(sign)) this.beginField(sign);
    } else if (kind === "separate") {
      const field = this.fields.at(-1);
      if (field) field.inCode = false;
    } else if (kind === "end") this.endField();
  }

  private beginField(begin: XmlElement): void {
    const code = this.scope.facts.fields.get(begin) ?? null;
    const silent = this.dropping > 0 || this.beforeNumber;
    const { drops, link } = code && !silent ? this.effectOf(code) : NO_EFFECT;
    if (drops) this.dropping++;
    this.fields.push({ code, drops, link, inCode: true });
  }

  private endField(): void {
    const field = this.fields.pop();
    if (!field) return;
    if (field.drops) this.dropping--;
    if (field.code?.kind === "SEQ" && this.beforeNumber) {
      this.beforeNumber = false;
      this.behindNumber = true;
    }
  }

  private effectOf(code: FieldCode): { readonly drops: boolean; readonly link: Mark | null } {
    const { builder, context } = this.scope;
    switch (code.kind) {
      case "HYPERLINK": {
        const [address = ""] = code.words;
        const anchor = code.switches.get("l");
        const href = anchor ? `${address}#${encodeURIComponent(anchor)}` : address;
        return { drops: false, link: linkMark({ href, hint: code.switches.get("o") }, builder, context) };
      }
      case "REF":
      case "PAGEREF":
      case "NOTEREF":
        return this.referTo(code);
      case "XE":
        this.enterInIndex(code);
        return DROPS;
      case "TC":
        context.dropped.add(...ENTRY_AMONG_WORDS);
        return DROPS;
      case "RD":
        return DROPS;
      case "TOC":
      case "INDEX":
      case "TOA":
        this.onContents(contentsFrom(code, context.dropped));
        return DROPS;
      default:
        return NO_EFFECT;
    }
  }

  /** A reference whose place is there is made again; of another one the words are kept, with a link that says what it looked for. */
  private referTo(code: FieldCode): { readonly drops: boolean; readonly link: Mark | null } {
    const { builder, facts, context, own } = this.scope;
    const [name = ""] = code.words;
    const anchor = own.anchorOf(name);
    const linked = code.switches.has("h");
    const enclosed = facts.encloses(name);
    // A heading is found by its words, so that it keeps them.
    if (enclosed && (builder.openKind !== "heading" || own.isOwn)) {
      const form = formOf(code, enclosed);
      const named = !isMachineName(name) && own.placeOf(name) === null;
      const said = named ? saidOfNamed(form, enclosed) : { form };
      if (builder.crossReference({ anchor, linked, ...said }, this.marksOf({}))) return DROPS;
    }
    return { drops: false, link: linkMark({ href: `#${encodeURIComponent(anchor)}` }, builder, context) };
  }

  private enterInIndex(code: FieldCode): void {
    // One that says the pages of a bookmark stands on the words of that.
    if (code.switches.get("r")) return;
    const { builder } = this.scope;
    const mark = builder.indexedOn(indexEntryOf(code, builder.language));
    if (mark) builder.endIndexed(mark);
  }

  /** Bookmarks that begin in a paragraph that is only a picture or an equation name that. */
  nameNext(paragraph: XmlElement): void {
    this.ranges.nameNext(paragraph);
  }

  /** What began before a paragraph that is only a picture or an equation, and ends in it, ends. */
  passOver(paragraph: XmlElement): void {
    for (const element of elementsWithin(paragraph)) {
      if (element.name === "w:bookmarkEnd") this.ranges.end(element.attributes["w:id"] ?? "");
      else if (element.name === "w:fldChar") this.meetFieldSign(element);
    }
  }
}

/** Links look as the style of their words says, where Gate Rope made it. */
function lookOfLink(link: XmlElement): string | undefined {
  const style = firstWithin(link, "w:rStyle")?.attributes["w:val"];
  return style === "LinkPlain" ? "plain" : style === "LinkButton" ? "button" : undefined;
}

const NO_EFFECT = { drops: false, link: null } as const;
const DROPS = { drops: true, link: null } as const;

/** The contents of boxes of text within a drawing. */
function boxesIn(element: XmlElement): XmlElement[] {
  return [...elementsWithin(element)].filter(({ name }) => name === "w:txbxContent");
}
