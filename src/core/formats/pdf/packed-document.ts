import { passwordEntries } from "./encryption";
import PDFDocument from "pdfkit";

/** A numbered object of a file under way. */
export interface PdfReference {
  readonly id: number;
  data: Record<string, unknown>;
  write(chunk: string | Uint8Array): void;
  end(chunk?: string | Uint8Array): void;
}

/** Packs bytes in the form that the filter `FlateDecode` unpacks (RFC 1950). */
export type Deflate = (bytes: Uint8Array) => Uint8Array;

/** A reference as the library writes it; its stream is packed while it is ended. */
interface PackedReference extends PdfReference {
  compress: boolean;
  buffer: Uint8Array[];
  finalize(): void;
}

interface OpenedImage {
  readonly label: string;
  obj: PdfReference | null;
  embed(document: PackedDocument): void;
}

/** The parts of the library's document that its types leave out. */
interface Inner {
  _offsets: (number | null)[];
  _offset: number;
  _root: PdfReference & { data: { Names: PdfReference } };
  _info: PdfReference;
  _id: Uint8Array;
  _security: { dictionary: PdfReference; encryptionKey: Uint8Array } | null;
  _font: InnerFont;
  page: {
    dictionary: PdfReference & {
      data: { Resources: PdfReference & { data: { XObject?: Record<string, unknown> } } };
    };
    fonts: Record<string, PdfReference>;
    height: number;
  };
  ref(data: Record<string, unknown>): PdfReference;
  _write(data: string | Uint8Array): void;
  addContent(data: string): void;
  openImage(bytes: Buffer): OpenedImage;
  file(
    bytes: Buffer,
    properties: { name: string; type: string; creationDate: Date; modifiedDate: Date },
  ): PdfReference;
  flushPages(): void;
}

/** A font as the library embeds it. */
export interface InnerFont {
  readonly id: string;
  readonly font: {
    glyphForCodePoint(code: number): { id: number; advanceWidth: number };
    getGlyph(id: number): { advanceWidth: number };
  };
  /** Its glyphs by the number each has in the file. */
  readonly subset: { includeGlyph(id: number): number; readonly glyphs: number[] };
  readonly widths: number[];
  readonly unicode: number[][];
  readonly scale: number;
  ref(): PdfReference;
}

const PACKED = 250;
const CHUNK = 1 << 16;

/**
 * The library's document with what it lacks for long files: small objects are packed into compressed object streams with a
 * cross-reference stream (ISO 32000-2, 7.5.7 and 7.5.8), and what is written goes to `sink` in large pieces as it is made.
 */
export class PackedDocument extends PDFDocument {
  // Not given values here: the library writes the file's head while it is made, before fields would get theirs.
  declare private objects: { id: number; text: string }[];
  declare private places: Map<number, readonly [stream: number, index: number]>;
  declare private chunks: Uint8Array[];
  declare private gathered: number;
  declare private sink: ((bytes: Uint8Array) => void) | undefined;
  declare private deflate: Deflate;

  constructor(options: PDFKit.PDFDocumentOptions, deflate: Deflate, sink: (bytes: Uint8Array) => void) {
    super(options);
    const security = this.inner._security;
    // The library's revision 5 was a draft only.
    if (security)
      Object.assign(
        security.dictionary.data,
        passwordEntries(security.encryptionKey, options.userPassword ?? "", options.ownerPassword ?? ""),
      );
    this.deflate = deflate;
    this.objects = [];
    this.places = new Map();
    this.sink = sink;
  }

  /** The library's parts. */
  get inner(): Inner {
    return this as unknown as Inner;
  }

  /** The number for an object that is packed later. */
  reserve(): number {
    return this.inner._offsets.push(0);
  }

  /** Packs an object that was reserved; `text` is PDF. Strings in it are not encrypted by themselves: their stream is. */
  pack(id: number, text: string): void {
    this.objects.push({ id, text });
    if (this.objects.length >= PACKED) this.flushPacked();
  }

  private flushPacked(): void {
    if (this.objects.length === 0) return;
    let at = 0;
    const heads = this.objects.map(({ id, text }) => {
      const head = `${id} ${at}`;
      at += text.length + 1;
      return head;
    });
    const first = `${heads.join(" ")}\n`;
    const stream = this.inner.ref({ Type: "ObjStm", N: this.objects.length, First: first.length });
    this.objects.forEach(({ id }, i) => this.places.set(id, [stream.id, i]));
    stream.end(Buffer.from(first + this.objects.map(({ text }) => `${text}\n`).join(""), "latin1"));
    this.objects = [];
  }

  /** @internal The library packs streams in its own way. */
  override ref(data: Record<string, unknown>): PDFKit.PDFKitReference {
    const made = super.ref(data);
    const reference = made as unknown as PackedReference;
    const { finalize } = reference;
    reference.finalize = () => {
      if (reference.compress && reference.buffer.length > 0) {
        reference.buffer = [this.deflate(Buffer.concat(reference.buffer))];
        reference.compress = false;
      }
      finalize.call(reference);
    };
    return made;
  }

  /** Ends the file; nothing of it is left in memory afterwards. */
  finish(): void {
    this.flushPacked();
    this.end();
    this.flushChunks();
  }

  /** @internal The library gives its bytes away here. */
  override push(chunk: Uint8Array | null): boolean {
    if (chunk === null) return false;
    this.chunks ??= [];
    this.chunks.push(chunk);
    this.gathered = (this.gathered ?? 0) + chunk.length;
    if (this.gathered >= CHUNK) this.flushChunks();
    return true;
  }

  private flushChunks(): void {
    if (!this.sink || this.chunks.length === 0) return;
    this.sink(Buffer.concat(this.chunks));
    this.chunks = [];
    this.gathered = 0;
  }

  /** @internal The library turns text into bytes sign by sign. */
  override addContent(data: string | Uint8Array): this {
    super.addContent(asBytes(data));
    return this;
  }

  /** @internal */
  _write(data: string | Uint8Array): void {
    (PDFDocument.prototype as unknown as Inner)._write.call(this, asBytes(data));
  }

  /** @internal The structure is written elsewhere. */
  override endMarkings(): void {}

  /** @internal In place of the library's cross-reference table. */
  _finalize(): void {
    const { inner } = this;
    const offsets = inner._offsets;
    const start = inner._offset;
    // This stream is an object too.
    const own = offsets.length + 1;
    const table = Buffer.alloc((own + 1) * 7);
    table.writeUInt16BE(65_535, 5);
    for (let id = 1; id <= own; id++) {
      const packed = this.places.get(id);
      const at = id * 7;
      table[at] = packed ? 2 : 1;
      table.writeUInt32BE(packed ? packed[0] : id === own ? start : offsets[id - 1]!, at + 1);
      table.writeUInt16BE(packed ? packed[1] : 0, at + 5);
    }
    const id = Buffer.from(inner._id).toString("hex");
    const encrypt = inner._security ? `/Encrypt ${inner._security.dictionary.id} 0 R` : "";
    const deflated = this.deflate(table);
    inner._write(
      `${own} 0 obj\n<</Type/XRef/Size ${own + 1}/W[1 4 2]/Root ${inner._root.id} 0 R/Info ${inner._info.id} 0 R/ID[<${id}><${id}>]${encrypt}/Filter/FlateDecode/Length ${deflated.length}>>`,
    );
    inner._write("stream");
    inner._write(deflated);
    inner._write("\nendstream\nendobj\nstartxref");
    inner._write(String(start));
    inner._write("%%EOF");
  }
}

function asBytes(data: string | Uint8Array): Uint8Array {
  return typeof data === "string" ? Buffer.from(`${data}\n`, "latin1") : data;
}
