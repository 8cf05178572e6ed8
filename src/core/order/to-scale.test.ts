import { expect, test } from "@jest/globals";
import { looksSame } from ".";

test.each<[number[], number[], number, boolean]>([
  [[], [], 0, true],
  [[1, 5], [1, 5], 0, true],
  [[1, 5], [1, 6], 1_999, false],
  [[1, 5], [1, 6], 2_000, true],
  [[1, 5], [1], 10_000, false],
])("%j and %j look the same in %d: %s", (a, b, size, same) => expect(looksSame(a, b, size)).toBe(same));
