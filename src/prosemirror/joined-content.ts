import { NodeType, type ContentMatch } from "prosemirror-model";
import { patch } from "./patch";

/** Whether something may stand in both, at their beginnings or behind what has to stand first in one of them. */
function share(a: ContentMatch, b: ContentMatch): boolean {
  const behindFirst = (match: ContentMatch) =>
    match.validEnd || match.edgeCount !== 1 ? [] : [match.edge(0).next];
  return (
    behindFirst(a).some((next) => next.compatible(b)) || behindFirst(b).some((next) => a.compatible(next))
  );
}

patch(
  NodeType.prototype,
  "compatibleContent",
  {
    package: "prosemirror-model",
    what: "NodeType.compatibleContent",
    why: "What is left of a quotation may go on in a notice, whose title has to stand first. Deleting from one into the other finds that it fits, and was then refused with an error.",
    shownBy: "src/prosemirror/joined-content.test.ts",
  },
  (compatibleContent) =>
    function (this: NodeType, other: NodeType): boolean {
      return compatibleContent.call(this, other) || share(this.contentMatch, other.contentMatch);
    },
);
