import { addressOf, type AddressTarget } from "@/core/document";
import type { DrawnTarget } from "@/core/layout";
import { fileNameFor } from "../file-name-for";
import type { PackedDocument } from "./packed-document";
import { text } from "./pdf-syntax";
import type { PdfParts, PromisedPdfLink } from "./write";

/** How an annotation leads out of the file. */
interface Lead {
  /** Entries of its dictionary. */
  readonly entries: string;
  readonly to: PromisedPdfLink["to"];
}

interface Embedded {
  readonly name: string;
  readonly type: string;
  /** The object that says which file it is. */
  readonly spec: number;
}

/** Links to the web, to files of other documents beside this one, and to files within it, which are put in here. */
export class OutsideLinks {
  private readonly embedded = new Map<string, Embedded>();
  private nothing: number | null = null;

  constructor(
    private readonly document: PackedDocument,
    private readonly parts: PdfParts,
  ) {
    const taken = new Set<string>();
    for (const { id, name: given, type, bytes } of parts.attachments) {
      let name = given;
      for (let n = 2; taken.has(name); n++) name = `${n} ${given}`;
      taken.add(name);
      const spec = document.inner.file(Buffer.from(bytes), {
        name,
        type,
        creationDate: parts.made,
        modifiedDate: parts.made,
      });
      if (id !== undefined) this.embedded.set(id, { name, type, spec: spec.id });
    }
  }

  /** How a target is led to; null for one to which a file cannot lead. */
  lead(target: DrawnTarget): Lead | null {
    switch (target.kind) {
      case "document": {
        const found = this.parts.library.find(target);
        if (typeof found !== "object") return null;
        const file = fileNameFor(found.title, ".pdf");
        // A place in another file is told by its name (ISO 32000-2, 12.6.4.3).
        const place = !found.anchor ? "[0/Fit]" : text(found.anchor);
        const url = !found.anchor ? `${file}#[0,{"name":"Fit"}]` : `${file}#${found.anchor}`;
        const spec = `<</Type/Filespec/F${text(encodeURI(file))}/UF${text(file)}>>`;
        return {
          entries: `/Subtype/Link/A<</S/GoToR/F${spec}/D${place}/NewWindow true>>`,
          to: { kind: "address", url },
        };
      }
      case "file": {
        const file = this.embedded.get(target.id);
        return file ? this.toFile(file, target.page ?? 1) : null;
      }
      case "web":
      case "mail":
      case "scheme": {
        const url = asciiAddress(target);
        return {
          entries: `/Subtype/Link/A<</S/URI/URI${text(url)}>>`,
          to: { kind: "address", url },
        };
      }
      default:
        return null;
    }
  }

  private toFile({ name, type, spec }: Embedded, page: number): Lead {
    const to = { kind: "file", name } as const;
    if (type === "application/pdf")
      return {
        entries: `/Subtype/Link/A<</S/GoToE/T<</R/C/N${text(name)}>>/D[${page - 1}/Fit]/NewWindow true>>`,
        to,
      };
    // Only a PDF can be gone to; any other file is opened by a sign, which is left empty: the words stand there.
    return {
      entries: `/Subtype/FileAttachment/FS ${spec} 0 R/Name/Paperclip/AP<</N ${this.emptyCharacter()} 0 R>>`,
      to,
    };
  }

  private emptyCharacter(): number {
    if (this.nothing === null) {
      const form = this.document.inner.ref({ Type: "XObject", Subtype: "Form", BBox: [0, 0, 1, 1] });
      form.end();
      this.nothing = form.id;
    }
    return this.nothing;
  }
}

/** An address as a file holds it: in ASCII (ISO 32000-2, 12.6.4.8). */
function asciiAddress(target: AddressTarget): string {
  return addressOf(target)
    .toWellFormed()
    .replace(/[^\x21-\x7e]/gu, encodeURIComponent);
}
