import { Fragment, type Node } from "prosemirror-model";
import { partitionPoint } from "@/core/order";
import { patch } from "./patch";

/*
 * ProseMirror looks for a position through all children of a node, one after the other, some twenty times for each key: over
 * a millisecond in a document of ten thousand blocks. Here the starts of many children are kept with them, and what is known
 * of them is handed on where a single child is replaced, as with every key.
 */

/** Where children begin: as `starts` says, those behind the child `at` moved by `by`. */
interface Starts {
  readonly starts: Int32Array;
  readonly at: number;
  readonly by: number;
}

/** From so many children on. */
const MANY = 256;
/** How many replacements, one after the other, are looked through. */
const STEPS = 4;

const startsOf = new WeakMap<Fragment, Starts>();
/** The fragment that another is a copy of, with one child replaced. Does not hold on to the earlier one. */
const copiedFrom = new WeakMap<Fragment, { readonly earlier: WeakRef<Fragment>; readonly index: number }>();

const fault = (what: string) =>
  ({
    package: "prosemirror-model",
    what,
    why: "A position is looked for through all children, some twenty times for each key.",
    shownBy: "src/prosemirror/long-fragments.test.ts",
  }) as const;

patch(
  Fragment.prototype,
  "findIndex",
  fault("Fragment.findIndex"),
  (oneByOne) =>
    function (this: Fragment, pos: number) {
      if (this.childCount < MANY || pos <= 0 || pos >= this.size) return oneByOne.call(this, pos);
      const known = knownStarts(this);
      const index = partitionPoint(this.childCount, (i) => startOf(known, i) <= pos) - 1;
      return { index, offset: startOf(known, index) };
    },
);

patch(
  Fragment.prototype,
  "replaceChild",
  fault("Fragment.replaceChild"),
  (replaceChild) =>
    function (this: Fragment, index: number, node: Node) {
      const copy = replaceChild.call(this, index, node);
      if (copy === this || this.childCount < MANY) return copy;
      copiedFrom.set(copy, { earlier: new WeakRef(this), index });
      const known = startsOf.get(this);
      if (known && (known.by === 0 || known.at === index))
        startsOf.set(copy, {
          starts: known.starts,
          at: index,
          by: known.by + node.nodeSize - this.child(index).nodeSize,
        });
      return copy;
    },
);

/**
 * The one child in which a fragment of many differs from an earlier one, by its number, and where it begins; null where that
 * is not known without comparing them.
 */
export function replacedChild(earlier: Fragment, later: Fragment): { index: number; pos: number } | null {
  let at: Fragment | undefined = later;
  let index = -1;
  for (let i = 0; at !== earlier; i++) {
    const copied: { earlier: WeakRef<Fragment>; index: number } | undefined = at && copiedFrom.get(at);
    if (!copied || i === STEPS || (index >= 0 && copied.index !== index)) return null;
    index = copied.index;
    at = copied.earlier.deref();
  }
  if (index < 0 || earlier.child(index) === later.child(index)) return null;
  return { index, pos: startOf(knownStarts(later), index) };
}

function knownStarts(fragment: Fragment): Starts {
  let known = startsOf.get(fragment);
  if (!known) startsOf.set(fragment, (known = { starts: startsIn(fragment), at: 0, by: 0 }));
  return known;
}

function startOf({ starts, at, by }: Starts, index: number): number {
  return starts[index]! + (index > at ? by : 0);
}

function startsIn({ content }: Fragment): Int32Array {
  const starts = new Int32Array(content.length);
  let at = 0;
  for (let i = 0; i < content.length; i++) {
    starts[i] = at;
    at += content[i]!.nodeSize;
  }
  return starts;
}
