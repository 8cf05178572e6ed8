import { NodeType, type ContentMatch } from "prosemirror-model";
import { patch } from "./patch";

/** The part of a type that is not in its types. */
interface Joining {
  readonly contentMatch: ContentMatch;
  compatibleContent(other: NodeType): boolean;
}

/** Whether something may stand in both, at their beginnings or behind what has to stand first in one of them. */
function share(a: ContentMatch, b: ContentMatch): boolean {
  const compatible = (one: ContentMatch, other: ContentMatch) =>
    (one as ContentMatch & { compatible(other: ContentMatch): boolean }).compatible(other);
  const behindFirst = (match: ContentMatch) =>
    match.validEnd || match.edgeCount !== 1 ? [] : [match.edge(0).next];
  return (
    behindFirst(a).some((next) => compatible(next, b)) || behindFirst(b).some((next) => compatible(a, next))
  );
}

patch(
  NodeType.prototype as unknown as Joining,
  "compatibleContent",
  {
    package: "prosemirror-model",
    what: "NodeType.compatibleContent",
    why: "What is left of a quotation may go on in a notice, whose title has to stand first. Deleting from one into the other finds that it fits, and was then refused with an error.",
    shownBy: "src/prosemirror/joined-content.test.ts",
  },
  (compatibleContent) =>
    function (this: Joining, other: NodeType): boolean {
      return compatibleContent.call(this, other) || share(this.contentMatch, other.contentMatch);
    },
);
