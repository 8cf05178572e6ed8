import type { Node } from "prosemirror-model";
import {
  asKind,
  PICTURE_TYPES,
  type DestinationId,
  type IndexEntry,
  type Picture,
  type Pictures,
} from "@/core/document";
import { OfficeOutput } from "../office/office-output";
import type { OfficeOptions } from "../office/office-options";
import { packedPicture } from "../office/packed-picture";
import { xmlAttribute } from "../xml/escape-xml";
import { entryField } from "./fields-xml";
import { WrittenNumbering } from "./numbering-xml";
import { WrittenRelationships } from "./parts";
import { ownStyleIdOf } from "./style-ids";

/** A note whose words stand in a part of their own. */
export interface WaitingNote {
  readonly note: Node;
  readonly id: number;
}

/** A picture in the file: by which relationships it is shown. */
export interface EmbeddedPicture {
  readonly picture: Picture;
  readonly id: string;
  /** Of a drawing, the same without loss beside a still of it; null for all else. */
  readonly drawing: string | null;
}

/** The first number of a note; those before are for the lines between text and notes. */
const FIRST_NOTE = 2;

/** Where the parts of a `.docx` meet while it is written. */
export class DocxOutput extends OfficeOutput {
  readonly numbering: WrittenNumbering;
  readonly notes: Readonly<Record<"foot" | "end", WaitingNote[]>> = { foot: [], end: [] };
  /** Pictures by the path they have in the file. */
  readonly media = new Map<string, Uint8Array>();
  /** What the part that is being written leads to. */
  relationships = new WrittenRelationships();

  private bookmarks = 0;
  private drawings = 0;
  private readonly mediaPaths = new Map<string, string>();

  constructor(
    doc: Node,
    private readonly pictures: Pictures,
    private readonly options: OfficeOptions,
  ) {
    super(doc, options, ".docx", ownStyleIdOf);
    this.numbering = new WrittenNumbering(this.index);
  }

  /** The beginning and the end of a bookmark. */
  ends(name: string): readonly [begin: string, end: string] {
    const id = ++this.bookmarks;
    return [
      `<w:bookmarkStart w:id="${id}"${xmlAttribute("w:name", name)}/>`,
      `<w:bookmarkEnd w:id="${id}"/>`,
    ];
  }

  /** A bookmark around what is written. */
  bookmarked(name: string, content: string): string {
    const [begin, end] = this.ends(name);
    return begin + content + end;
  }

  /** What is written with the bookmark of a place around it, where links may lead to that. */
  placed(id: DestinationId | null, content: string): string {
    return this.isPlace(id) ? this.bookmarked(this.names.nameOf(id), content) : content;
  }

  /** The bookmarks and entries of the index that begin with a piece of text, and those that end with it. */
  rangesAt({ marks }: Node): { readonly begin: string; readonly end: string } {
    let [begin, end] = ["", ""];
    for (const mark of marks) {
      const range = this.rangeOf(mark);
      if (!range) continue;
      const { number, begins, ends } = this.marks.meet(range.key, () => ++this.bookmarks);
      if (begins) begin += `<w:bookmarkStart w:id="${number}"${xmlAttribute("w:name", range.name)}/>`;
      if (ends)
        end = `<w:bookmarkEnd w:id="${number}"/>${range.entry ? this.entryField(range.entry, range.name) : ""}${end}`;
    }
    return { begin, end };
  }

  private entryField(entry: IndexEntry, name: string): string {
    return entryField(entry, name, this.says);
  }

  /** A control around blocks or words that says what they are to whoever reads the file in again; in a clean copy there are none. */
  tagged(tag: string, content: string): string {
    return this.clean || content === ""
      ? content
      : `<w:sdt><w:sdtPr><w:tag w:val="gate-rope:${tag}"/><w15:appearance w15:val="hidden"/></w:sdtPr><w:sdtContent>${content}</w:sdtContent></w:sdt>`;
  }

  /** The same with something kept for whoever reads it in. */
  taggedWith(tag: string, value: unknown, content: string): string {
    return this.clean ? content : this.tagged(`${tag} ${this.keep(value)}`, content);
  }

  /** Takes a note; answers its number in its part. */
  addNote(note: Node): { readonly id: number; readonly place: "foot" | "end" } {
    const { place } = asKind(note, "note")!;
    const waiting = this.notes[place];
    const id = waiting.length + FIRST_NOTE;
    waiting.push({ note, id });
    return { id, place };
  }

  nextDrawing(): number {
    return ++this.drawings;
  }

  /** A stored picture in the file; null where it is gone. */
  embed(name: string): EmbeddedPicture | null {
    const packed = packedPicture(name, this.pictures, this.options);
    if (!packed) return null;
    const own = this.relationships.to("image", this.mediaPath(name, packed));
    const png = packed.type === "image/svg+xml" ? this.options.still?.(name) : null;
    const still = png && this.mediaPath(`${name} as it looks`, { type: "image/png", bytes: png });
    return {
      picture: this.pictures.get(name)!,
      id: still ? this.relationships.to("image", still) : own,
      drawing: still ? own : null,
    };
  }

  /** The path of a picture in the file. `key`: what tells it from the others. */
  private mediaPath(key: string, { type, bytes }: Picture): string {
    let path = this.mediaPaths.get(key);
    if (path === undefined) {
      path = `media/picture${this.mediaPaths.size + 1}.${PICTURE_TYPES[type]}`;
      this.mediaPaths.set(key, path);
      this.media.set(`word/${path}`, bytes);
    }
    return path;
  }
}
