import { Mapping } from "prosemirror-transform";
import { patch } from "./patch";

/** Where each map of a mapping has its mirror: built as mirrors are added, and shared by the slices of a mapping. */
const mirrors = new WeakMap<number[], Map<number, number>>();

patch(
  Mapping.prototype,
  "getMirror",
  {
    package: "prosemirror-transform",
    what: "Mapping.getMirror",
    why: "A mirror is looked for through all of them. Who wrote for an hour without a network has thousands, and asks for each of them thousands of times.",
    shownBy: "src/editor/sync/own-steps.test.ts",
  },
  () =>
    function (this: Mapping, n: number): number | undefined {
      const { mirror } = this;
      if (!mirror) return undefined;
      let known = mirrors.get(mirror);
      if (!known) mirrors.set(mirror, (known = new Map()));
      // Each pair is there from both of its sides.
      for (let i = known.size; i < mirror.length; i++)
        known.set(mirror[i]!, mirror[i + (i % 2 === 0 ? 1 : -1)]!);
      return known.get(n);
    },
);
