import { Fragment, type Node } from "prosemirror-model";
import { asMark, isMark } from "@/core/kinds";

/** The ids of comments on words of some nodes. */
export function commentsOn(nodes: readonly Node[]): Set<string> {
  const ids = new Set<string>();
  for (const node of nodes)
    node.descendants(({ marks }) => {
      for (const mark of marks) {
        const comment = asMark(mark, "comment");
        if (comment) ids.add(comment.id);
      }
    });
  return ids;
}

/** A node without the comments on its words; the same node where there are none. */
export function withoutComments(node: Node): Node {
  const marks = node.marks.some((mark) => isMark(mark, "comment"))
    ? node.marks.filter((mark) => !isMark(mark, "comment"))
    : node.marks;
  const children = node.content.content.map(withoutComments);
  const same = children.every((child, i) => child === node.child(i));
  const bare = same ? node : node.copy(Fragment.fromArray(children));
  return marks === node.marks ? bare : bare.mark(marks);
}
