import type { DestinationId } from "@/core/document";
import type { DrawnTarget } from "@/core/layout";
import type { PackedDocument } from "./packed-document";
import { num, text } from "./pdf-syntax";

/** A place in a file. */
export interface Spot {
  /** The object of the page. */
  readonly pageId: number;
  /** The page in the file, counted from 0. */
  readonly page: number;
  /** The height of the page. */
  readonly height: number;
  /** Points from the upper edge. */
  readonly y: number;
  /** Its column, where several stand beside each other. */
  readonly column: ColumnPlace | null;
}

/** Where a column of text stands on a page: its left edge and its width in points. */
export interface ColumnPlace {
  readonly x: number;
  readonly width: number;
}

/** How a place is written where a link leads to it. */
export function writtenSpot({ pageId, height, y, column }: Spot): string {
  return `[${pageId} 0 R/XYZ ${num(column?.x ?? 0)} ${num(height - y)} null]`;
}

/** Names and the places they stand for (ISO 32000-2, 12.3.2.4). */
export class NamedPlaces {
  private readonly spots = new Map<string, Spot>();
  /** As they are written. */
  private readonly byId = new Map<DestinationId, string>();

  add(id: DestinationId, anchor: string, aliases: readonly string[], spot: Spot): void {
    this.byId.set(id, text(anchor));
    for (const name of [anchor, ...aliases]) if (!this.spots.has(name)) this.spots.set(name, spot);
  }

  nameOf(target: DrawnTarget): string | null {
    return target.kind === "destination" ? (this.byId.get(target.id) ?? null) : null;
  }

  /** Writes the tree of names; answers the number of its root. */
  write(document: PackedDocument): number {
    // Readers look names up by their bytes.
    const sorted = [...this.spots]
      .map(([name, spot]) => [text(name), spot] as const)
      .sort(([a], [b]) => (a < b ? -1 : 1));
    const leaves: string[] = [];
    for (let at = 0; at < sorted.length; at += LEAF) {
      const own = sorted.slice(at, at + LEAF);
      const id = document.reserve();
      const entries = own.map(([name, spot]) => name + writtenSpot(spot));
      document.pack(id, `<</Limits[${own[0]![0]} ${own.at(-1)![0]}]/Names[${entries.join(" ")}]>>`);
      leaves.push(`${id} 0 R`);
    }
    const root = document.reserve();
    document.pack(root, `<</Kids[${leaves.join(" ")}]>>`);
    return root;
  }
}

const LEAF = 100;
