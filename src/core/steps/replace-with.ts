import { idOf, settingsOf } from "@/core/kinds";
import { diffArrays } from "diff";
import { Fragment, Slice, type Node } from "prosemirror-model";
import { DocAttrStep, ReplaceStep, type Transform } from "prosemirror-transform";
import type { AttachedFile } from "@/core/model/attached-file";
import { keysOf } from "@/core/keys-of";
import { knownId } from "@/core/model/ids";
import { sizeOf } from "../document/blocks";
import { changedRun } from "./changed-run";
import { contentChange } from "./content-change";
import { RegistryStep, type RegistryChange } from "./registry-step";
import { StyleStep } from "./style-step";
import type { AnchorEntry, BookmarkEntry, Registry } from "@/core/model/registry";
import type { StyleSheet } from "@/core/model/style-sheet";
import { ownEntry } from "@/core/own-entry";

/**
 * Changes a document into another version of it by steps that touch only what differs: blocks that stand in both under the
 * same id are changed where their words differ, so that places in the others stay. For going back to an older version, and
 * for meeting a version whose way here is not known.
 */
export function replaceWith<T extends Transform>(tr: T, target: Node): T {
  const { start, endBefore, endAfter, pos } = changedRun(tr.doc, target);
  const old = tr.doc.content.content.slice(start, endBefore);
  const goal = target.content.content.slice(start, endAfter);
  let at = pos;
  let oldIndex = 0;
  let goalIndex = 0;
  for (const part of differences(old.map(idOf), goal.map(idOf)))
    if (part.same)
      for (let i = 0; i < part.count; i++) {
        const block = goal[goalIndex++]!;
        becomeBlock(tr, at, old[oldIndex++]!, block);
        at += block.nodeSize;
      }
    else {
      const gone = sizeOf(old.slice(oldIndex, (oldIndex += part.gone)));
      const blocks = Fragment.fromArray(goal.slice(goalIndex, (goalIndex += part.come)));
      tr.step(new ReplaceStep(at, at + gone, new Slice(blocks, 0, 0)));
      at += blocks.size;
    }
  return becomeAttributes(tr, target);
}

type Difference = { same: true; count: number } | { same: false; gone: number; come: number };

/** Longest time spent on looking for the fewest changes, in milliseconds; after it all of the run is taken as changed. */
const MAX_SEARCHED = 1_500;

/** How one row of ids becomes another: stretches that are the same, and between them how many go and come. */
function differences(before: readonly unknown[], after: readonly unknown[]): Difference[] {
  const found: Difference[] = [];
  const parts = diffArrays([...before], [...after], { timeout: MAX_SEARCHED });
  if (!parts) return [{ same: false, gone: before.length, come: after.length }];
  for (const { added, removed, count } of parts) {
    const last = found.at(-1);
    if (!added && !removed) found.push({ same: true, count });
    else if (last && !last.same)
      found[found.length - 1] = {
        same: false,
        gone: last.gone + (removed ? count : 0),
        come: last.come + (added ? count : 0),
      };
    else found.push({ same: false, gone: removed ? count : 0, come: added ? count : 0 });
  }
  return found;
}

function becomeBlock(tr: Transform, pos: number, block: Node, goal: Node): void {
  if (block.eq(goal)) return;
  if (!block.sameMarkup(goal) || !block.isTextblock) {
    tr.step(new ReplaceStep(pos, pos + block.nodeSize, new Slice(Fragment.from(goal), 0, 0)));
    return;
  }
  const change = contentChange(block, goal);
  if (change) tr.step(new ReplaceStep(pos + 1 + change.from, pos + 1 + change.to, change.slice));
}

function becomeAttributes<T extends Transform>(tr: T, target: Node): T {
  const { registry, styles, ...others } = settingsOf(target);
  for (const name of keysOf(others))
    if (JSON.stringify(settingsOf(tr.doc)[name]) !== JSON.stringify(others[name]))
      tr.step(new DocAttrStep(name, others[name]));
  becomeRegistry(tr, registry);
  becomeStyles(tr, styles);
  return tr;
}

function becomeStyles(tr: Transform, sheet: StyleSheet): void {
  if (JSON.stringify(settingsOf(tr.doc).styles) !== JSON.stringify(sheet)) tr.step(new StyleStep({ sheet }));
}

function becomeRegistry(tr: Transform, target: Registry): void {
  const before = settingsOf(tr.doc).registry;
  const changes: RegistryChange[] = differing<BookmarkEntry>(before.bookmarks, target.bookmarks).map(
    ([id, entry]) => ({ part: "bookmarks", id: knownId(id), entry }),
  );
  const anchors = differing<AnchorEntry>(before.anchors, target.anchors);
  if (anchors.length > 0) changes.push({ part: "anchors", entries: Object.fromEntries(anchors) });
  for (const [id, entry] of differing<AttachedFile>(before.files ?? {}, target.files ?? {}))
    changes.push({ part: "files", id, entry });
  for (const change of changes) tr.step(new RegistryStep(change));
}

function differing<T>(
  before: Readonly<Record<string, T>>,
  after: Readonly<Record<string, T>>,
): [string, T | null][] {
  const ids = new Set([...Object.keys(before), ...Object.keys(after)]);
  return [...ids]
    .filter((id) => JSON.stringify(ownEntry(before, id)) !== JSON.stringify(ownEntry(after, id)))
    .map((id) => [id, ownEntry(after, id) ?? null]);
}
