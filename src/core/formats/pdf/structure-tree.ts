import type { Tag } from "@/core/layout";
import type { PackedDocument } from "./packed-document";
import { num, text } from "./pdf-syntax";

/** An element of the structure (ISO 32000-2, 14.7.2) with what belongs to it, in order. */
interface Element {
  readonly id: number;
  readonly tag: Tag;
  readonly parent: Element | null;
  readonly kids: (Element | string)[];
  /** The page whose marks its numbers mean. */
  page: number;
}

/**
 * The structure of a tagged file: what is a heading, a list, a table; which words on which page belong to it; what links are. Parts
 * are added page by page and written at the end.
 */
export class StructureTree {
  readonly rootId: number;
  private readonly root: Element;
  private readonly elements = new Map<Tag, Element>();
  private readonly all: Element[] = [];
  /** For each page the elements of its marks in order, for each link its element: by their key in the tree. */
  private readonly parents: (Element | Element[])[] = [];

  /** `aloud`: how an equation in TeX is said. */
  constructor(
    private readonly document: PackedDocument,
    private readonly aloud: (tex: string) => string,
  ) {
    this.rootId = document.reserve();
    this.root = this.make({ role: "Document", parent: null }, null);
  }

  /** Begins a page; answers its key. */
  page(): number {
    return this.parents.push([]) - 1;
  }

  /** A mark on a page for words of a part: answers its number there. */
  mark(tag: Tag, pageKey: number, pageId: number): number {
    const marks = this.parents[pageKey] as Element[];
    const element = this.of(tag);
    const number = marks.push(element) - 1;
    if (element.page === 0) element.page = pageId;
    element.kids.push(
      element.page === pageId ? String(number) : `<</Type/MCR/Pg ${pageId} 0 R/MCID ${number}>>`,
    );
    return number;
  }

  /** Says that an annotation belongs to a link's element; answers the annotation's key. */
  annotation(tag: Tag, annotationId: number, pageId: number): number {
    const element = this.of(tag);
    element.kids.push(`<</Type/OBJR/Obj ${annotationId} 0 R/Pg ${pageId} 0 R>>`);
    return this.parents.push(element) - 1;
  }

  private of(tag: Tag): Element {
    const known = this.elements.get(tag);
    if (known) return known;
    const parent = tag.parent ? this.of(tag.parent) : this.root;
    const element = this.make(tag, parent);
    this.elements.set(tag, element);
    parent.kids.push(element);
    return element;
  }

  private make(tag: Tag, parent: Element | null): Element {
    const element: Element = { id: this.document.reserve(), tag, parent, kids: [], page: 0 };
    this.all.push(element);
    return element;
  }

  /** Writes all of it. */
  finish(): void {
    for (const { id, tag, parent, kids, page } of this.all) {
      const own = kids.map((kid) => (typeof kid === "string" ? kid : `${kid.id} 0 R`)).join(" ");
      const above = parent ? parent.id : this.rootId;
      const alt = tag.role === "Formula" && tag.alt !== undefined ? this.aloud(tag.alt) : tag.alt;
      this.document.pack(
        id,
        `<</Type/StructElem/S/${tag.role}/P ${above} 0 R${page ? `/Pg ${page} 0 R` : ""}/K[${own}]${alt === undefined ? "" : `/Alt${text(alt)}`}${tag.language ? `/Lang${text(tag.language)}` : ""}${attributes(tag)}>>`,
      );
    }
    const keyed = this.parents.map((one, key) =>
      Array.isArray(one) ? `${key}[${one.map(({ id }) => `${id} 0 R`).join(" ")}]` : `${key} ${one.id} 0 R`,
    );
    const leaves: string[] = [];
    for (let at = 0; at < keyed.length; at += LEAF) {
      const leaf = this.document.reserve();
      const last = Math.min(at + LEAF, keyed.length) - 1;
      this.document.pack(leaf, `<</Limits[${at} ${last}]/Nums[${keyed.slice(at, at + LEAF).join(" ")}]>>`);
      leaves.push(`${leaf} 0 R`);
    }
    const tree = this.document.reserve();
    this.document.pack(tree, `<</Kids[${leaves.join(" ")}]>>`);
    this.document.pack(
      this.rootId,
      `<</Type/StructTreeRoot/K ${this.root.id} 0 R/ParentTree ${tree} 0 R/ParentTreeNextKey ${this.parents.length}>>`,
    );
  }
}

const LEAF = 100;

function attributes({ role, numbering, scope, colSpan, rowSpan }: Tag): string {
  if (numbering) return `/A<</O/List/ListNumbering/${numbering}>>`;
  if (role !== "TH" && role !== "TD") return "";
  const own = [
    ...(scope ? [`/Scope/${scope}`] : []),
    ...(colSpan ? [`/ColSpan ${num(colSpan)}`] : []),
    ...(rowSpan ? [`/RowSpan ${num(rowSpan)}`] : []),
  ];
  return own.length > 0 ? `/A<</O/Table${own.join("")}>>` : "";
}
