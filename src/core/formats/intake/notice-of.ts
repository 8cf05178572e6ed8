import type { Node } from "prosemirror-model";
import { isKind, isMark, noticeKindOf, schema, type NoticeKind } from "@/core/document";

const { nodes } = schema;

/**
 * A notice of what was met in it, its title first where there is one; null where nothing was. A title that says no more than the kind does is
 * none. `titled`: puts into the title what has no other place.
 */
export function noticeOf(
  children: readonly Node[],
  kind: NoticeKind,
  titled: (title: Node) => Node = (title) => title,
): Node | null {
  if (children.length === 0) return null;
  const own = isKind(children[0], "notice_title") ? children[0]! : null;
  const content = own ? children.slice(1) : children;
  const title = own && !saysKind(own, kind) ? own : nodes.notice_title.create();
  return nodes.notice.create({ kind }, [
    titled(title),
    ...(content.length > 0 ? content : [nodes.paragraph.create()]),
  ]);
}

/** Whether a title says no more than the kind of its notice does, and nothing leads to it or from it. */
function saysKind(title: Node, kind: NoticeKind): boolean {
  const only = title.childCount === 1 ? title.child(0) : null;
  if (!only?.isText || only.marks.some((mark) => isMark(mark, "link", "bookmark"))) return false;
  return noticeKindOf(only.text!.trim().replace(/\s*[:!.]*$/u, "")) === kind;
}
