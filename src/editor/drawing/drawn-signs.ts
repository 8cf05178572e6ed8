import { isDrawn } from "./chunks";
import type { Node } from "prosemirror-model";
import { Decoration, DecorationSet, type DecorationSource } from "prosemirror-view";
import type { ChunkLayout } from "./chunk-layout";

/** Something shown on words, on a block or at a spot that is not part of the document. */
export interface Sign {
  /** Signs of the same key at the same place look the same. */
  readonly key: string;
  /** Positions in what the sign is on: in the document, or in a block from its beginning. */
  readonly from: number;
  readonly to: number;
  draw(from: number, to: number): Decoration;
}

/** The signs of single blocks; the same object as long as no block that stays the same has other signs. */
export interface BlockSigns {
  of(block: Node): readonly Sign[];
}

interface KnownSigns {
  readonly signs: BlockSigns;
  readonly key: string;
  readonly set: DecorationSet;
}

/** Signs as decorations of a drawing. Those of a chunk are made anew only when the chunk or its signs are others. */
export class DrawnSigns {
  private readonly onBlocks = new WeakMap<Node, KnownSigns>();
  private floating = new Map<Node, { key: string; base: DecorationSet; set: DecorationSet }>();

  /** `floating` are signs at places of the document that change often: carets, what is held, what glows. */
  of(layout: ChunkLayout, signs: BlockSigns, floating: readonly Sign[]): DecorationSource {
    const own = (chunk: Node) => (isDrawn(chunk) ? this.ofChunk(chunk, signs) : DecorationSet.empty);
    const before = this.floating;
    this.floating = new Map();
    const sets = new Map<Node, DecorationSet>();
    for (const [index, above] of byChunk(layout, floating)) {
      const chunk = layout.chunk(index);
      const base = own(chunk);
      const key = keyOf(above);
      const known = before.get(chunk);
      const set =
        known?.key === key && known.base === base
          ? known.set
          : base.add(
              chunk,
              above.map((sign) => sign.draw(sign.from, sign.to)),
            );
      this.floating.set(chunk, { key, base, set });
      sets.set(chunk, set);
    }
    return new DrawingSigns((chunk) => sets.get(chunk) ?? own(chunk));
  }

  private ofChunk(chunk: Node, signs: BlockSigns): DecorationSet {
    const known = this.onBlocks.get(chunk);
    if (known?.signs === signs) return known.set;
    const own: Sign[] = [];
    chunk.forEach((block, pos) => {
      for (const sign of signs.of(block)) own.push({ ...sign, from: pos + sign.from, to: pos + sign.to });
    });
    const key = keyOf(own);
    const set =
      known?.key === key
        ? known.set
        : DecorationSet.create(
            chunk,
            own.map((sign) => sign.draw(sign.from, sign.to)),
          );
    this.onBlocks.set(chunk, { signs, key, set });
    return set;
  }
}

/** Signs of the document by the chunks they are on, with positions in the chunk; one that spans several is on each. */
function byChunk(layout: ChunkLayout, signs: readonly Sign[]): Map<number, Sign[]> {
  const found = new Map<number, Sign[]>();
  for (const sign of signs) {
    const last = layout.chunkAt(sign.to, sign.to > sign.from ? -1 : 1);
    for (let i = layout.chunkAt(sign.from); i <= last; i++) {
      const chunk = layout.chunk(i);
      if (!isDrawn(chunk)) continue;
      const start = layout.startOf(i);
      found.set(i, [
        ...(found.get(i) ?? []),
        {
          ...sign,
          from: Math.max(0, sign.from - start),
          to: Math.min(chunk.content.size, sign.to - start),
        },
      ]);
    }
  }
  return found;
}

function keyOf(signs: readonly Sign[]): string {
  return signs.map(({ key, from, to }) => `${from} ${to} ${key}`).join("\n");
}

type SetOf = (chunk: Node) => DecorationSet;

/** A set as the view knows them, that hands on those of what stands in it. */
const Handing = DecorationSet as unknown as new (local: [], children: []) => DecorationSet;

/** Hands each bundle the signs of its chunks. */
class DrawingSigns extends Handing {
  constructor(private readonly of: SetOf) {
    super([], []);
  }

  override forChild(_offset: number, bundle: Node): DecorationSet {
    return new BundleSigns(bundle, this.of);
  }

  eq(other: DecorationSource): boolean {
    return this === other;
  }
}

/** Hands each chunk of a bundle its own set. The view asks with every key; bundles whose chunks have the same it passes over. */
class BundleSigns extends Handing {
  private readonly sets: readonly DecorationSet[];

  constructor(
    private readonly bundle: Node,
    private readonly of: SetOf,
  ) {
    super([], []);
    this.sets = bundle.content.content.map(of);
  }

  override forChild(_offset: number, chunk: Node): DecorationSet {
    return this.of(chunk);
  }

  eq(other: DecorationSource): boolean {
    return (
      other instanceof BundleSigns &&
      other.bundle === this.bundle &&
      other.sets.every((set, i) => set === this.sets[i])
    );
  }
}
