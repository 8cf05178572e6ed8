import { isDrawn } from "./chunks";
import type { Node } from "prosemirror-model";
import { DecorationSet, type DecorationSource } from "prosemirror-view";
import type { BlockDecoration } from "../plugins/block-decoration";
import type { ChunkLayout } from "./chunk-layout";

/** The signs of single blocks; the same object as long as no block that stays the same has other signs. */
export interface BlockDecorations {
  of(block: Node): readonly BlockDecoration[];
}

interface KnownDecorations {
  readonly decorations: BlockDecorations;
  readonly key: string;
  readonly set: DecorationSet;
}

/** Signs as decorations of a drawing. Those of a chunk are made again only when the chunk or its signs are others. */
export class ChunkDecorations {
  private readonly onBlocks = new WeakMap<Node, KnownDecorations>();
  private floating = new Map<Node, { key: string; base: DecorationSet; set: DecorationSet }>();

  /** `floating` are signs at places of the document that change often: carets, what is held, what glows. */
  of(
    layout: ChunkLayout,
    decorations: BlockDecorations,
    floating: readonly BlockDecoration[],
  ): DecorationSource {
    const own = (chunk: Node) => (isDrawn(chunk) ? this.ofChunk(chunk, decorations) : DecorationSet.empty);
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
              above.map((one) => one.draw(one.from, one.to)),
            );
      this.floating.set(chunk, { key, base, set });
      sets.set(chunk, set);
    }
    return new DrawingDecorations((chunk) => sets.get(chunk) ?? own(chunk));
  }

  private ofChunk(chunk: Node, decorations: BlockDecorations): DecorationSet {
    const known = this.onBlocks.get(chunk);
    if (known?.decorations === decorations) return known.set;
    const own: BlockDecoration[] = [];
    chunk.forEach((block, pos) => {
      for (const one of decorations.of(block)) own.push({ ...one, from: pos + one.from, to: pos + one.to });
    });
    const key = keyOf(own);
    const set =
      known?.key === key
        ? known.set
        : DecorationSet.create(
            chunk,
            own.map((one) => one.draw(one.from, one.to)),
          );
    this.onBlocks.set(chunk, { decorations, key, set });
    return set;
  }
}

/** Signs of the document by the chunks they are on, with positions in the chunk; one that spans several is on each. */
function byChunk(
  layout: ChunkLayout,
  decorations: readonly BlockDecoration[],
): Map<number, BlockDecoration[]> {
  const found = new Map<number, BlockDecoration[]>();
  for (const one of decorations) {
    const last = layout.chunkAt(one.to, one.to > one.from ? -1 : 1);
    for (let i = layout.chunkAt(one.from); i <= last; i++) {
      const chunk = layout.chunk(i);
      if (!isDrawn(chunk)) continue;
      const start = layout.startOf(i);
      found.set(i, [
        ...(found.get(i) ?? []),
        {
          ...one,
          from: Math.max(0, one.from - start),
          to: Math.min(chunk.content.size, one.to - start),
        },
      ]);
    }
  }
  return found;
}

function keyOf(decorations: readonly BlockDecoration[]): string {
  return decorations.map(({ key, from, to }) => `${from} ${to} ${key}`).join("\n");
}

type SetOf = (chunk: Node) => DecorationSet;

/** A set as the view knows them, that hands on those of what stands in it. */
const Handing = DecorationSet as unknown as new (local: [], children: []) => DecorationSet;

/** Hands each bundle the signs of its chunks. */
class DrawingDecorations extends Handing {
  constructor(private readonly of: SetOf) {
    super([], []);
  }

  override forChild(_offset: number, bundle: Node): DecorationSet {
    return new BundleDecorations(bundle, this.of);
  }

  eq(other: DecorationSource): boolean {
    return this === other;
  }
}

/** Hands each chunk of a bundle its own set. The view asks with every key; bundles whose chunks have the same it passes over. */
class BundleDecorations extends Handing {
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
      other instanceof BundleDecorations &&
      other.bundle === this.bundle &&
      other.sets.every((set, i) => set === this.sets[i])
    );
  }
}
