import { expect, test } from "@jest/globals";
import { similarNames } from "./similar-names";

const things = ["Stairs and rails", "Stair case", "Lamps", "Überfahrt"].map((name) => ({ name }));
const similar = (name: string) => similarNames(name, things, (it) => it.name).map((it) => it.name);

test.each([
  ["stairs-case", ["Stair case", "Stairs and rails"]],
  ["lamsp", ["Lamps"]],
  ["uberfart", ["Überfahrt"]],
  ["zzz", []],
  ["", []],
  ["x".repeat(10_000), []],
])("what is most like “%s” comes first, and what is not like it does not come", (name, names) => {
  expect(similar(name)).toEqual(names);
});
