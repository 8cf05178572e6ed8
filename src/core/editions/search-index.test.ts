import { expect, test } from "@jest/globals";
import { heading, paragraph } from "#tests/editing";
import { createDocument } from "@/core/document";
import { indexDocument } from "@/core/index";
import { searchIndex } from "./search-index";
import { SectionSearch } from "./search-sections";

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
const search = new SectionSearch(json);
const found = (words: string) => search.find(words, 30).results.map(({ title }) => title);

test.each([
  ["generator", ["Lamps"]],
  ["gener", ["Lamps"]],
  ["rator", ["Lamps"]],
  ["ator", ["Lamps"]],
  ["tor", []],
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
  const [result] = search.find("generator", 30).results;
  expect(result).toMatchObject({ href: expect.stringMatching(/^page\.html#/) });
});

test("a word that is spelled so comes before those that are like it, whatever stands in titles", () => {
  const alike = createDocument([
    heading(1, "The last look"),
    paragraph("Nothing more."),
    heading(1, "Wind"),
    paragraph("Read the mast."),
  ]);
  const made = searchIndex(indexDocument(alike), (id) => `#${id}`, { first: "#top", title: "" });
  const titles = new SectionSearch(made).find("mast", 30).results.map(({ title }) => title);
  expect(titles).toEqual(["Wind", "The last look"]);
});
