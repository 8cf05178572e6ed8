import { z } from "zod";
import type { Sought } from "@/core/find";
import { fromJSON } from "@/core/model/from-json";
import { keepInBrowser, readKept } from "./kept-in-browser";

/** How typed words are meant, whatever they are. */
export type WayOfFinding = Omit<Sought, "words">;

const KEY = "gate-rope way of finding";

const wayOfFinding: z.ZodType<WayOfFinding> = z.strictObject({
  how: z.enum(["words", "wildcards", "expression"]),
  matchCase: z.boolean(),
  accents: z.boolean(),
  wholeWords: z.boolean(),
});

const AS_TYPED: WayOfFinding = { how: "words", matchCase: false, accents: false, wholeWords: false };

/** The way in which something was found last in this browser. */
export function lastWayOfFinding(): WayOfFinding {
  return fromJSON(wayOfFinding, readKept(KEY)) ?? AS_TYPED;
}

/** Keeps the way for what is found next, in this document and others. */
export function keepWayOfFinding({ how, matchCase, accents, wholeWords }: WayOfFinding): void {
  keepInBrowser(KEY, JSON.stringify({ how, matchCase, accents, wholeWords }));
}
