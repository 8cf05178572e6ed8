import type { Node } from "prosemirror-model";
import { z } from "zod";
import { blockById } from "@/core/document";
import { keepInBrowser, readKeptList } from "./kept-in-browser";

/** A place where somebody worked: a block by its permanent id, and how far into it. */
const workPlaceSchema = z.object({ block: z.string(), offset: z.number().int().nonnegative() }).readonly();

type WorkPlace = z.infer<typeof workPlaceSchema>;

const MOST = 8;
/** Places nearer than this many blocks to each other are one. */
const APART = 12;
/** The browser's store is written to this long after a change, in milliseconds: it is on the way of a key. */
const PAUSE = 800;

/** The last places where one author worked on a document, the latest first; kept in the browser. */
export class WorkPlaces {
  private places: WorkPlace[];
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly document: string) {
    this.places = readKeptList(this.key, workPlaceSchema).slice(0, MOST);
  }

  /** Notes that something was changed at a position. */
  note(doc: Node, pos: number): void {
    const $pos = doc.resolve(Math.min(pos, doc.content.size));
    const index = Math.min($pos.index(0), doc.childCount - 1);
    const block = doc.child(index).attrs.id as string | null;
    if (!block) return;
    const offset = $pos.depth > 0 ? $pos.pos - $pos.before(1) : 0;
    const first = this.places[0];
    if (first?.block === block) this.places[0] = { block, offset };
    else {
      const near = new Set<string>();
      for (let i = Math.max(0, index - APART); i <= Math.min(doc.childCount - 1, index + APART); i++)
        near.add(doc.child(i).attrs.id as string);
      this.places = [{ block, offset }, ...this.places.filter((it) => !near.has(it.block))].slice(0, MOST);
    }
    this.timer ??= setTimeout(() => this.keep(), PAUSE);
  }

  /** Where one worked last, as positions of a document; places that were removed are left out. */
  in(doc: Node): number[] {
    return this.places.flatMap(({ block, offset }) => {
      const found = blockById(doc, block);
      return found ? [found.pos + Math.min(offset, found.node.nodeSize - 1)] : [];
    });
  }

  /** Writes down what was noted. */
  keep(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    keepInBrowser(this.key, JSON.stringify(this.places));
  }

  private get key(): string {
    return `gate-rope places ${this.document}`;
  }
}
