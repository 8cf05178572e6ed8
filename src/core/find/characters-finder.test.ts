import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { CharactersFinder } from "./characters-finder";

const ANY = "?";
const sign = fc.constantFrom("a", "b", " ", ANY);

test("signs are found wherever looking place by place finds them, forth and back", () => {
  fc.assert(
    fc.property(
      fc.array(sign, { minLength: 1, maxLength: 70 }),
      fc.string({ unit: fc.constantFrom("a", "b", " "), maxLength: 200 }),
      fc.nat(200),
      (signs, line, from) => {
        const finder = new CharactersFinder(signs.map((it) => (it === ANY ? null : it)));
        const stands = (at: number) =>
          at >= 0 &&
          at + signs.length <= line.length &&
          signs.every((it, i) => (it === ANY ? /\p{L}/u.test(line[at + i]!) : it === line[at + i]));
        const accepted = (at: number) => at % 3 !== 0;
        const places = Array.from(line, (_, at) => at).filter((at) => stands(at) && accepted(at));
        expect(finder.find(line, from, 1, accepted)).toBe(places.find((at) => at >= from) ?? -1);
        expect(finder.find(line, from, -1, accepted)).toBe(places.findLast((at) => at <= from) ?? -1);
      },
    ),
  );
});
