import { expect, test } from "@jest/globals";
import type { HistoryEntry } from "@/core/collab";
import { grouped } from "./listed-versions";

const entry = (version: number, author: string, name: string | null = null): HistoryEntry => ({
  version,
  from: version,
  name,
  author,
  at: version,
  changes: 1,
  added: 1,
  removed: 0,
});
const entries = [
  entry(31, "Ann"),
  entry(30, "Ben", "sent to the printer"),
  entry(11, "Ann"),
  entry(10, "Ben"),
];
const dayOf = (at: number) => `day ${Math.floor(at / 10)}`;
const shown = (asked: Partial<Parameters<typeof grouped>[1]>) =>
  grouped(entries, { named: false, words: "", by: "day", ...asked }, dayOf).map(
    ({ name, entries: of }) => `${name}: ${of.map(({ version }) => version).join(" ")}`,
  );

test("versions stand together by day or person, the named ones alone, those that hold words", () => {
  expect(shown({})).toEqual(["day 3: 31 30", "day 1: 11 10"]);
  expect(shown({ by: "person" })).toEqual(["Ann: 31 11", "Ben: 30 10"]);
  expect(shown({ named: true })).toEqual(["day 3: 30"]);
  expect(shown({ words: "printer ben" })).toEqual(["day 3: 30"]);
  expect(shown({ words: "day 1 ann" })).toEqual(["day 1: 11"]);
  expect(shown({ words: "nobody" })).toEqual([]);
});
