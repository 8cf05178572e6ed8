import { expect, test } from "@jest/globals";
import { titleInContents, TitleMap } from ".";

test("things are found by titles however those are written, all of a title in their order", () => {
  const titles = new TitleMap<number>();
  titles.add("2. The Lamp Room", 1);
  titles.add("The lamp room", 2);
  titles.add("", 3);
  titles.add("Chapter 4: Ropes", 4);
  expect(titles.all("THE LAMP-ROOM")).toEqual([1, 2]);
  expect(titles.all("2 the lamp room")).toEqual([1]);
  expect(titles.get("7.1 The lamp room")).toBe(1);
  expect(titles.get("ropes")).toBe(4);
  expect(titles.get("")).toBeUndefined();
  expect(titles.get("lamp")).toBeUndefined();
});

test.each([
  ["The dome ........ 12", "The dome"],
  ["The dome\t3", "The dome"],
  ["The dome of 1912", "The dome of 1912"],
  ["Dots ... and 12", "Dots ... and 12"],
])("the title in “%s” is “%s”", (line, title) => expect(titleInContents(line)).toBe(title));
