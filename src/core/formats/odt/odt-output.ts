import type { Node } from "prosemirror-model";
import { PICTURE_TYPES, type DestinationId, type Picture, type Pictures } from "@/core/document";
import { OfficeOutput } from "../office/office-output";
import type { OfficeOptions } from "../office/office-options";
import type { OwnPlace } from "../office/own-part";
import { packedPicture } from "../office/packed-picture";
import { xmlAttribute } from "../xml/escape-xml";
import { AppendixList } from "./appendix-list";
import { AutomaticStyles } from "./automatic-styles";
import { ownStyleNameOf } from "./style-names";

/** A file in the archive with its media type. */
export interface PackedFile {
  readonly path: string;
  readonly type: string;
  readonly content: string | Uint8Array;
}

/** Where the parts of an `.odt` meet while it is written. */
export class OdtOutput extends OfficeOutput {
  readonly automatic = new AutomaticStyles();
  readonly appendices: AppendixList;
  /** Pictures and equations, which are files of their own. */
  readonly files: PackedFile[] = [];
  private readonly picturePaths = new Map<string, string>();
  /** Places whose bookmark stands among words although they are something else: what they are is said beside. */
  private readonly saidBeside = new Set<string>();
  private count = 0;

  constructor(
    doc: Node,
    private readonly pictures: Pictures,
    private readonly options: OfficeOptions,
  ) {
    super(doc, options, ".odt", ownStyleNameOf);
    this.appendices = new AppendixList(this.sheet);
  }

  /** The name of the style of the list of appendices. */
  get appendixStyle(): string {
    return this.automatic.ofList(this.appendices.levelsXml);
  }

  /** A number that nothing else has. */
  next(): number {
    return ++this.count;
  }

  // Bookmarks

  bookmarked(name: string, content: string): string {
    const called = xmlAttribute("text:name", name);
    return `<text:bookmark-start${called}/>${content}<text:bookmark-end${called}/>`;
  }

  /** Words with the bookmark of a place around them, where links may lead to that. */
  placed(id: DestinationId | null, content: string): string {
    return this.isPlace(id) ? this.bookmarked(this.names.nameOf(id), content) : content;
  }

  /** Blocks with the bookmark of a place from their first words to their last: between blocks none can stand. */
  placedAround(id: DestinationId | null, blocks: string): string {
    if (!this.isPlace(id)) return blocks;
    const called = xmlAttribute("text:name", this.names.nameOf(id));
    const first = /<text:[ph]\b[^>]*?(\/?)>/.exec(blocks);
    if (!first) return blocks;
    const [start, closes] = [first.index + first[0].length, first[1] === "/"];
    if (closes) {
      const tag = first[0].slice(0, -2);
      const name = /^<(text:[ph])/.exec(tag)![1]!;
      return `${blocks.slice(0, first.index)}${tag}><text:bookmark-start${called}/><text:bookmark-end${called}/></${name}>${blocks.slice(start)}`;
    }
    const end = Math.max(blocks.lastIndexOf("</text:p>"), blocks.lastIndexOf("</text:h>"));
    return `${blocks.slice(0, start)}<text:bookmark-start${called}/>${blocks.slice(start, end)}<text:bookmark-end${called}/>${blocks.slice(end)}`;
  }

  /** The same for what is no words: a notice, a generated list. Whoever reads it in again is told beside the bookmark. */
  placedBeside(id: DestinationId | null, blocks: string): string {
    if (this.isPlace(id)) this.saidBeside.add(id);
    return this.placedAround(id, blocks);
  }

  /** The bookmarks and entries of the index that begin with a piece of text, and those that end with it. */
  rangesAt({ marks }: Node): { readonly begin: string; readonly end: string } {
    let [begin, end] = ["", ""];
    for (const mark of marks) {
      const range = this.rangeOf(mark);
      if (!range) continue;
      const { begins, ends } = this.marks.meet(range.key, () => 0);
      const called = xmlAttribute("text:name", range.name);
      if (begins) {
        begin += `<text:bookmark-start${called}/>`;
        if (range.entry) begin += this.entry(range.name, range.entry);
      }
      if (ends) end = `<text:bookmark-end${called}/>${end}`;
    }
    return { begin, end };
  }

  private entry(name: string, entry: { main: string; sub: string; see: string; also: string }): string {
    const { main, sub, see, also } = entry;
    if (!this.clean) this.kept.set(`index ${name}`, { main, sub, see, also });
    const sends = [
      ...(see ? [`${this.says.see} ${see}`] : []),
      ...(also ? [`${this.says.seeAlso} ${also}`] : []),
    ];
    const said = [sub || main, ...sends].join("; ");
    const above = sub ? xmlAttribute("text:key1", main) : "";
    return `<text:alphabetical-index-mark${xmlAttribute("text:string-value", said)}${above}/>`;
  }

  /** A note is found by its own name. */
  noteName(note: Node): string | null {
    for (const mark of note.marks) {
      const range = this.rangeOf(mark);
      if (!range || range.entry) continue;
      this.saidBeside.add(range.key);
      return range.name;
    }
    return null;
  }

  override get ownPlaces(): Map<string, OwnPlace> {
    const places = super.ownPlaces;
    for (const [name, place] of places)
      if (this.saidBeside.has(place.id) && place.called === null)
        places.set(name, { ...place, kind: "part" });
    return places;
  }

  // What the standard has no way to say

  /** A section around blocks that says what they are to whoever reads the file in again; in a clean copy there are none. */
  tagged(tag: string, content: string): string {
    return this.clean || content === ""
      ? content
      : `<text:section text:style-name="Section" text:name="gate-rope:${tag} #${this.next()}">${content}</text:section>`;
  }

  /** The same among words: a bookmark, which other programs leave as it is. */
  taggedWords(tag: string, content: string): string {
    return this.clean ? content : this.bookmarked(`_gr.${tag.replace(" ", ".")}.${this.next()}`, content);
  }

  // Files

  /** The path of a stored picture in the archive; null where it is gone. */
  embed(name: string): { readonly path: string; readonly picture: Picture } | null {
    const picture = packedPicture(name, this.pictures, this.options);
    if (!picture) return null;
    let path = this.picturePaths.get(name);
    if (path === undefined) {
      path = `Pictures/${this.picturePaths.size + 1}.${PICTURE_TYPES[picture.type]}`;
      this.picturePaths.set(name, path);
      this.files.push({ path, type: picture.type, content: picture.bytes });
    }
    return { path, picture: this.pictures.get(name)! };
  }
}
