import { diffArrays } from "diff";
import { Fragment, type Node } from "prosemirror-model";
import {
  asKind,
  asMark,
  idOf,
  idsWithin,
  isKind,
  isMark,
  kindOfMark,
  kindOfNode,
  namedWithin,
  newId,
  schema,
  settingsOf,
  withIds,
  withSettings,
  type AnchorEntry,
  type LinkTarget,
  type Registry,
} from "@/core/document";
import { ownEntry } from "@/core/own-entry";
import type { Anchors } from "./anchors";
import type { DocumentIndex } from "./document-index";

/** Longest time spent on looking for what stayed, in milliseconds. */
const MAX_SEARCHED = 3_000;
/** Blocks are compared with each other where a changed stretch is no longer than this; else in their order only. */
const MAX_COMPARED = 400;

/**
 * A document as a newer version of the file says it from which it came: what stayed the same stays as it is here, with the bookmarks, notes and
 * looks that authors gave it; what changed keeps its id, so that links, lists and other documents still lead there. Generated lists and settings
 * of the document stay, and so do bookmarks whose words are gone, to be placed again.
 */
export function updatedFrom({ doc, anchors }: DocumentIndex, file: DocumentIndex): Node {
  const same = sharedAnchors(anchors, file);
  const [old, fresh] = [doc.content.content, file.doc.content.content];
  const [oldSays, freshSays] = [says(anchors), says(file.anchors)];
  const blocks: Node[] = [];
  let [i, j] = [0, 0];
  const parts = diffArrays(old.map(oldSays), fresh.map(freshSays), { timeout: MAX_SEARCHED }) ?? [
    { removed: true, added: false, count: old.length },
    { added: true, removed: false, count: fresh.length },
  ];
  for (let at = 0; at < parts.length; at++) {
    const part = parts[at]!;
    if (!part.added && !part.removed) {
      for (let n = 0; n < part.count; n++, i++, j++) {
        identify(same, fresh[j]!, old[i]!);
        blocks.push(old[i]!);
      }
      continue;
    }
    const next = parts[at + 1];
    const both = next && (next.added || next.removed) ? next : null;
    if (both) at++;
    const gone = old.slice(i, (i += [part, both].find((one) => one?.removed)?.count ?? 0));
    const come = fresh.slice(j, (j += [part, both].find((one) => one?.added)?.count ?? 0));
    pair(same, gone, come);
    blocks.push(...gone.filter((block) => isKind(block, "contents_list")), ...come);
  }
  return assembled(doc, file.doc, blocks, same);
}

// What is the same

/** The ids of places of the file that the document knows by the same public name. */
function sharedAnchors(here: Anchors, file: DocumentIndex): Map<string, string> {
  const same = new Map<string, string>();
  const used = new Set<string>();
  for (const { id } of file.destinations) {
    const names = [file.anchors.of(id) ?? "", ...file.anchors.aliases(id)];
    const known = names.flatMap((name) => here.find(name) ?? [])[0];
    if (known === undefined || used.has(known)) continue;
    used.add(known);
    same.set(id, known);
  }
  return same;
}

function identify(same: Map<string, string>, fresh: Node, old: Node): void {
  const set = (one: Node, other: Node) => {
    const [from, to] = [idOf(one), idOf(other)];
    if (from && to && !same.has(from)) same.set(from, to);
  };
  set(fresh, old);
  const [within, known] = [namedWithin(fresh), namedWithin(old)];
  if (within.length === known.length) within.forEach(({ node }, i) => set(node, known[i]!.node));
}

/**
 * What a block says, whatever ids stand in it: its kinds, its words, how these are marked, and the public names of what its links lead to. Bookmarks,
 * entries of the index and comments are what authors add to it.
 */
function says(anchors: Anchors): (block: Node) => string {
  const target = (to: LinkTarget) =>
    to.kind === "destination" ? (anchors.of(to.id) ?? to.was ?? "") : JSON.stringify(to);
  const marksOn = (node: Node) =>
    node.marks
      .filter((mark) => !isMark(mark, "bookmark", "index_entry", "comment"))
      .map((mark) => {
        const { attrs: attributes } = mark;
        const link = asMark(mark, "link");
        return `${kindOfMark(mark)} ${link ? target(link.target) : JSON.stringify(attributes)}`;
      })
      .join();
  const textOf = (node: Node): string => {
    const {
      attrs: { id: _, ...attributes },
    } = node;
    const reference = asKind(node, "cross_reference");
    const parts = [
      kindOfNode(node),
      reference ? target(reference.target) + reference.form : JSON.stringify(attributes),
    ];
    let before: string | null = null;
    node.forEach((child) => {
      if (isKind(child, "bookmark_point")) return;
      const marks = marksOn(child);
      // What a bookmark parts reads as one.
      if (child.isText && marks === before) parts.push(child.text!);
      else parts.push(` [${marks}] `, child.text ?? textOf(child));
      before = child.isText ? marks : null;
    });
    return parts.join("");
  };
  return textOf;
}

/** Finds for blocks that changed what they were: the same place, the same title, or usually the same words. */
function pair(same: Map<string, string>, gone: readonly Node[], come: readonly Node[]): void {
  const taken = new Set<string>([...same.values()]);
  const known = new Map(
    gone.flatMap((block) => (idOf(block) ? [[idOf(block) as string, block] as const] : [])),
  );
  let from = 0;
  for (const fresh of come) {
    const own = same.get(idOf(fresh)!);
    if (own !== undefined && known.has(own)) {
      from = Math.max(from, gone.indexOf(known.get(own)!) + 1);
      continue;
    }
    const words = wordsIn(fresh);
    const end = Math.min(gone.length, from + MAX_COMPARED);
    let best: { readonly at: number; readonly like: number } = { at: -1, like: 0.5 };
    for (let at = from; at < end; at++) {
      const old = gone[at]!;
      if (old.type !== fresh.type || taken.has(idOf(old)!)) continue;
      const like = likeness(words, wordsIn(old));
      if (like > best.like) best = { at, like };
      if (like === 1) break;
    }
    if (best.at < 0) continue;
    const old = gone[best.at]!;
    taken.add(idOf(old)!);
    identify(same, fresh, old);
    from = best.at + 1;
  }
}

function wordsIn(block: Node): ReadonlySet<string> {
  return new Set(block.textContent.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []);
}

/** How much of the words of two blocks they share, from 0 to 1. */
function likeness(one: ReadonlySet<string>, other: ReadonlySet<string>): number {
  if (one.size === 0 && other.size === 0) return 1;
  let shared = 0;
  for (const word of one) if (other.has(word)) shared++;
  return (2 * shared) / (one.size + other.size);
}

// What comes of it

function assembled(doc: Node, file: Node, blocks: readonly Node[], same: ReadonlyMap<string, string>): Node {
  const kept = new Set<Node>(doc.content.content);
  const renamed = blocks.map((block) =>
    kept.has(block) ? block : schema.nodeFromJSON(renamedIn(block.toJSON(), same)),
  );
  const registry = renamedIn(settingsOf(file).registry, same) as Registry;
  const target = doc.copy(Fragment.fromArray(withIds(withoutTwins(renamed))));
  return withSettings(target, { registry: together(settingsOf(doc).registry, registry, target) });
}

/** Of two blocks with one id in them, the later gets others. */
function withoutTwins(blocks: readonly Node[]): Node[] {
  const taken = new Set<string>();
  return blocks.map((block) => {
    const ids = [...idsWithin(block)];
    const twins = ids.filter((id) => taken.has(id));
    for (const id of ids) taken.add(id);
    return twins.length === 0
      ? block
      : schema.nodeFromJSON(renamedIn(block.toJSON(), new Map(twins.map((id) => [id, newId()]))));
  });
}

/** JSON in which ids are others, as values and as keys. */
function renamedIn(json: unknown, same: ReadonlyMap<string, string>): unknown {
  if (typeof json === "string") return same.get(json) ?? json;
  if (Array.isArray(json)) return json.map((one) => renamedIn(one, same));
  if (json === null || typeof json !== "object") return json;
  return Object.fromEntries(
    Object.entries(json).map(([key, value]) => [
      same.get(key) ?? key,
      key === "text" ? value : renamedIn(value, same),
    ]),
  );
}

/** What the document knew of its places, and what the file says of new ones. */
function together(here: Registry, there: Registry, target: Node): Registry {
  const standing = idsWithin(target);
  const claimed = new Map<string, string>();
  const anchors: Record<string, AnchorEntry> = {};
  const give = ([id, entry]: readonly [string, AnchorEntry]) => {
    const names = [entry.anchor, ...entry.aliases].filter((name) => (claimed.get(name) ?? id) === id);
    const before = ownEntry(anchors, id);
    const all = [...new Set([...(before ? [before.anchor, ...before.aliases] : []), ...names])];
    const [anchor, ...aliases] = all;
    if (anchor === undefined) return;
    for (const name of all) claimed.set(name, id);
    anchors[id] = { anchor, aliases };
  };
  const old = Object.entries(here.anchors);
  for (const entry of old.filter(([id]) => standing.has(id))) give(entry);
  for (const entry of Object.entries(there.anchors)) give(entry);
  for (const entry of old.filter(([id]) => !standing.has(id))) give(entry);
  return { ...here, bookmarks: { ...there.bookmarks, ...here.bookmarks }, anchors };
}
