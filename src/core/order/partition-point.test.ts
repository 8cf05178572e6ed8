import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { partitionPoint } from ".";

test("members before something are counted without asking each", () =>
  fc.assert(
    fc.property(fc.array(fc.nat(100)), fc.nat(100), (numbers, limit) => {
      const sorted = numbers.sort((a, b) => a - b);
      let asked = 0;
      const count = partitionPoint(sorted.length, (member) => {
        asked++;
        return sorted[member]! < limit;
      });
      expect(count).toBe(sorted.filter((number) => number < limit).length);
      expect(asked).toBeLessThanOrEqual(Math.ceil(Math.log2(sorted.length + 1)));
    }),
  ));
