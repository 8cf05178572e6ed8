import { expect, test } from "@jest/globals";
import { textFragment } from "./text-fragment";

test.each([
  [{ exact: "lamp room", before: "", after: "" }, undefined, "#:~:text=lamp%20room"],
  [
    { exact: "red, or so", before: "half of the ", after: " lamps and" },
    undefined,
    "#:~:text=of%20the-,red%2C%20or%20so,-lamps",
  ],
  [{ exact: "up-to-date", before: "", after: "" }, undefined, "#:~:text=up%2Dto%2Ddate"],
  [{ exact: "old", before: "an ", after: "" }, "new", "#:~:text=new"],
])("an address leads to words: %j", (words, now, fragment) => {
  expect(textFragment(words, now)).toBe(fragment);
});
