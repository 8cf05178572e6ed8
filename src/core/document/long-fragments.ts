import { Fragment } from "prosemirror-model";
import { partitionPoint } from "@/core/order";

/*
 * ProseMirror looks for a position through all children of a node, one after the other, some twenty times for each key: over
 * a millisecond in a document of ten thousand blocks. Here the starts of many children are kept with them.
 */

/** The part of a fragment that is not in its types: the child at or behind a position, and where it begins. */
interface Searched {
  findIndex(pos: number): { index: number; offset: number };
}

/** From so many children on. */
const MANY = 256;
const startsOf = new WeakMap<Fragment, Int32Array>();
const searched = Fragment.prototype as unknown as Searched;
const oneByOne = searched.findIndex;

searched.findIndex = function (this: Fragment, pos: number) {
  if (this.childCount < MANY || pos <= 0 || pos >= this.size) return oneByOne.call(this, pos);
  let starts = startsOf.get(this);
  if (!starts) startsOf.set(this, (starts = startsIn(this)));
  const index = partitionPoint(starts.length, (i) => starts[i]! <= pos) - 1;
  return { index, offset: starts[index]! };
};

function startsIn({ content }: Fragment): Int32Array {
  const starts = new Int32Array(content.length);
  let at = 0;
  for (let i = 0; i < content.length; i++) {
    starts[i] = at;
    at += content[i]!.nodeSize;
  }
  return starts;
}
