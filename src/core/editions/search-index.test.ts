import { expect, test } from "@jest/globals";
import MiniSearch from "minisearch";
import { heading, paragraph } from "#tests/editing";
import { createDocument } from "@/core/document";
import { indexDocument } from "@/core/index";
import { searchIndex } from "./search-index";
import { ASKED, SEARCH } from "./search-options";

const doc = createDocument([
  paragraph("Before all sections."),
  heading(1, "Lamps"),
  paragraph("The generator stands behind the house."),
  heading(1, "Äste"),
  paragraph("Zweige im Wind. 望遠鏡"),
]);
const json = searchIndex(indexDocument(doc), (id) => `page.html#${id}`, {
  first: "index.html#top",
  title: "Manual",
});
const found = (words: string) =>
  MiniSearch.loadJSON(json, SEARCH)
    .search(words, ASKED)
    .map(({ title }) => title as string);

test.each([
  ["generator", ["Lamps"]],
  ["gener", ["Lamps"]],
  ["genrator", ["Lamps"]],
  ["aste", ["Äste"]],
  ["ZWEIGE wind", ["Äste"]],
  ["遠鏡", ["Äste"]],
  ["before", ["Manual"]],
  ["nowhere", []],
  ["", []],
])("“%s” finds what it is to find", (words, titles) => {
  expect(found(words)).toEqual(titles);
});

test("a result says where its section stands", () => {
  const [result] = MiniSearch.loadJSON(json, SEARCH).search("generator", ASKED);
  expect(result).toMatchObject({ href: expect.stringMatching(/^page\.html#/) });
});
