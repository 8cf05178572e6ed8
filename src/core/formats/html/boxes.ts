import type { EndTag, Tag } from "./tags";

/** An element that holds others, with all that it holds. */
export interface Box {
  readonly tag: Tag;
  /** Where what it holds ends, and where what follows it begins. */
  readonly to: number;
  readonly after: number;
  readonly around: Box | null;
}

const HOLDERS =
  /^(?:article|aside|body|blockquote|details|div|dl|figure|footer|form|header|main|nav|ol|search|section|table|ul)$/;

/** The elements that hold others, in the order in which they begin. An end tag that is missing is where that of an element around it is. */
export function boxesOf(tags: readonly Tag[], ends: readonly EndTag[], length: number): Box[] {
  const boxes: { tag: Tag; to: number; after: number; around: Box | null }[] = [];
  const open: (typeof boxes)[number][] = [];
  const counts = new Map<string, number>();
  const close = (to: number, after: number) => {
    const box = open.pop()!;
    counts.set(box.tag.name, counts.get(box.tag.name)! - 1);
    box.to = to;
    box.after = after;
    return box.tag.name;
  };
  let next = 0;
  const endUntil = (at: number) => {
    for (; next < ends.length && ends[next]!.at < at; next++) {
      const { name, at: to, end } = ends[next]!;
      if ((counts.get(name) ?? 0) === 0) continue;
      while (open.at(-1)!.tag.name !== name) close(to, to);
      close(to, end);
    }
  };
  for (const tag of tags) {
    if (!HOLDERS.test(tag.name)) continue;
    endUntil(tag.at);
    const box = { tag, to: length, after: length, around: open.at(-1) ?? null };
    boxes.push(box);
    open.push(box);
    counts.set(tag.name, (counts.get(tag.name) ?? 0) + 1);
  }
  endUntil(Infinity);
  return boxes;
}
