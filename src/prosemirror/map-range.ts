import { Mapping, StepMap, type Mappable } from "prosemirror-transform";
import { MoveMap } from "./move-map";

/** A range after a mapping; `gone` where its inside, or the very spot of an empty one, was removed. */
export interface MappedRange {
  readonly from: number;
  readonly to: number;
  readonly gone: boolean;
}

/**
 * Maps a range as a step over it is mapped: what was inserted at its edges stays outside. Null where a moved run of blocks
 * tore the range apart, or moved into it: no single range means the same then.
 */
export function mapRange(mapping: Mappable, from: number, to: number): MappedRange | null {
  if (!movesIn(mapping)) {
    const end = mapping.mapResult(to, -1);
    const start = from === to ? end : mapping.mapResult(from, 1);
    return {
      from: start.pos,
      to: Math.max(start.pos, end.pos),
      gone: start.deletedAcross && end.deletedAcross,
    };
  }
  const end = trace(mapping, to, -1);
  const start = from === to ? end : trace(mapping, from, 1);
  // Nothing comes into one letter, and nothing tears it.
  if (to - from === 1 && end.pos - start.pos === 1) return { from: start.pos, to: end.pos, gone: false };
  let ordered = true;
  for (const [i, { pos: a, lasting }] of start.atMoves) {
    const other = end.atMoves.get(i);
    if (!other) continue;
    const b = other.pos;
    const move = mapsOf(mapping)[i];
    if (!(move instanceof MoveMap)) continue;
    // Ends that crossed, and not by a move, have nothing between them any more; a move would put something there.
    if (ordered && a > b && lasting && other.lasting) return null;
    ordered = move.map(a, 1) <= move.map(b, -1);
    // A move that is taken back later on tears nothing apart for good.
    if (!isMirrored(mapping, i) && !staysWhole(move, a, b, from === to)) return null;
  }
  if (start.pos > end.pos) return null;
  if (mapping instanceof Mapping && othersComeIn(mapping, { from, to }, { from: start.pos, to: end.pos }))
    return null;
  return { from: start.pos, to: end.pos, gone: start.deletedAcross && end.deletedAcross };
}

/**
 * Maps a range whose every letter counts for itself, as those under a mark do, to the ranges in which its letters then are:
 * several where moved runs of blocks tore it apart or moved into it, none where no letter is left. In order, apart from each
 * other.
 */
export function mapPieces(mapping: Mappable, from: number, to: number): readonly Range[] {
  return joined(halves(mapping, from, to));
}

/** The same with every letter mapped by itself: where words of the range went another way than those around them. */
export function mapLetters(mapping: Mappable, from: number, to: number): readonly Range[] {
  const letters = Array.from({ length: to - from }, (_, i) => halves(mapping, from + i, from + i + 1));
  return joined(letters.flat());
}

function joined(ranges: readonly Range[]): readonly Range[] {
  const pieces = [...ranges].sort((a, b) => a.from - b.from);
  const apart: Range[] = [];
  for (const piece of pieces) {
    const before = apart.at(-1);
    if (before && piece.from <= before.to) apart[apart.length - 1] = { from: before.from, to: piece.to };
    else apart.push(piece);
  }
  return apart;
}

/** What stays whole of a range, found by halving what does not. */
function halves(mapping: Mappable, from: number, to: number): Range[] {
  const whole = mapRange(mapping, from, to);
  if (whole) return whole.from < whole.to ? [whole] : [];
  if (to - from < 2) return [];
  const middle = Math.floor((from + to) / 2);
  return [...halves(mapping, from, middle), ...halves(mapping, middle, to)];
}

interface Range {
  readonly from: number;
  readonly to: number;
}

/**
 * Whether a run of blocks that was outside of a range is inside of it after a mapping. It need not have moved into it: one's
 * own move, taken back and done again around it, can bring the range's end behind it.
 */
function othersComeIn(mapping: Mapping, before: Range, after: Range): boolean {
  const { maps, from: first, to: last } = mapping;
  for (let i = first; i < last; i++) {
    const map = maps[i]!;
    if (!(map instanceof MoveMap) || isMirrored(mapping, i)) continue;
    const run = { from: map.from, to: map.to };
    if (!overlap(after, mapped(run, mapping.slice(i, last)))) continue;
    if (!overlap(before, mapped(run, inverted(mapping, first, i)))) return true;
  }
  return false;
}

function mapped({ from, to }: Range, mapping: Mapping): Range {
  return { from: mapping.map(from, 1), to: mapping.map(to, -1) };
}

/** The way back through a part of a mapping. */
function inverted(mapping: Mapping, first: number, last: number): Mapping {
  const inverse = new Mapping();
  for (let i = last - 1; i >= first; i--) {
    const mirror = mapping.getMirror(i);
    const known = mirror !== undefined && mirror > i && mirror < last;
    inverse.appendMap(mapping.maps[i]!.invert(), known ? last - 1 - mirror : undefined);
  }
  return inverse;
}

function overlap(a: Range, b: Range): boolean {
  return a.from < b.to && b.from < a.to;
}

/** Whether a map and the one that takes it back are both in a mapping. */
function isMirrored(mapping: Mappable, i: number): boolean {
  if (!(mapping instanceof Mapping)) return false;
  const mirror = mapping.getMirror(i);
  return mirror !== undefined && mirror >= mapping.from && mirror < mapping.to;
}

/** Whether a move leaves a range in one piece, its own words and no others in it. */
function staysWhole(move: MoveMap, from: number, to: number, empty: boolean): boolean {
  if (empty) return true;
  const startMoves = move.carries(from, 1);
  const endMoves = move.carries(to, -1);
  if (startMoves !== endMoves) return false;
  if (startMoves) return true;
  const runInside = from <= move.from && to >= move.to;
  const goesInside = from < move.where && move.where < to;
  return runInside || !goesInside;
}

interface Traced {
  readonly pos: number;
  readonly deletedAcross: boolean;
  /** Where the position stood just before each move; not lasting where it was in something taken out that comes back later. */
  readonly atMoves: ReadonlyMap<number, { readonly pos: number; readonly lasting: boolean }>;
}

/** Maps one position as ProseMirror does, recovering through mirrored maps, and notes where it stood at each move. */
function trace(mapping: Mappable, start: number, assoc: number): Traced {
  const maps = mapsOf(mapping);
  const whole = mapping instanceof Mapping ? mapping : null;
  const last = whole?.to ?? maps.length;
  const atMoves = new Map<number, { pos: number; lasting: boolean }>();
  let pos = start;
  let deletedAcross = false;
  for (let i = whole?.from ?? 0; i < last; i++) {
    const map = maps[i]!;
    if (map instanceof MoveMap) atMoves.set(i, { pos, lasting: true });
    const result = map.mapResult(pos, assoc);
    const mirror = result.recover === null ? undefined : whole?.getMirror(i);
    if (mirror !== undefined && mirror > i && mirror < last) {
      // Meanwhile it stood where what it is in had been taken out.
      let spot = result.pos;
      for (let between = i + 1; between < mirror; between++) {
        if (maps[between] instanceof MoveMap) atMoves.set(between, { pos: spot, lasting: false });
        spot = maps[between]!.map(spot, assoc);
      }
      i = mirror;
      pos = maps[mirror]!.recover(result.recover!);
      continue;
    }
    deletedAcross ||= result.deletedAcross;
    pos = result.pos;
  }
  return { pos, deletedAcross, atMoves };
}

function mapsOf(mapping: Mappable): readonly StepMap[] {
  if (mapping instanceof Mapping) return mapping.maps;
  return mapping instanceof StepMap ? [mapping] : [];
}

function movesIn(mapping: Mappable): boolean {
  if (!(mapping instanceof Mapping)) return mapping instanceof MoveMap;
  for (let i = mapping.from; i < mapping.to; i++) if (mapping.maps[i] instanceof MoveMap) return true;
  return false;
}
