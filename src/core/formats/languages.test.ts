import { describe, expect, test } from "@jest/globals";
import { createDocument, schema } from "@/core/document";
import { paragraph } from "#tests/editing";
import { readText } from "#tests/reading";
import { writeFile } from ".";

const { marks } = schema;

const read = (name: string, text: string) => readText(name, text).doc;
const shape = (html: string) => read("a.html", html).toString();

describe("the language of words", () => {
  test.each([
    [
      "words",
      `<p>Say <i lang="fr">bonjour</i>.</p>`,
      'doc(paragraph("Say ", language(emphasis("bonjour")), "."))',
    ],
    [
      "a block",
      `<p lang="fr">Bonjour <b>tous</b>.</p>`,
      'doc(paragraph(language("Bonjour "), language(strong("tous")), language(".")))',
    ],
    [
      "a wrapper",
      `<div lang="fr"><h1>Un</h1><ul><li>deux</ul></div><p>Three</p>`,
      'doc(heading(language("Un")), bullet_list(list_item(paragraph(language("deux")))), paragraph("Three"))',
    ],
    [
      "one within another",
      `<p lang="fr">Dire <span lang="de">guten Tag</span> <span lang="en">now</span></p>`,
      'doc(paragraph(language("Dire "), language("guten Tag"), language(" "), "now"))',
    ],
    [
      "the document's own",
      `<html lang="fr"><p lang="fr">Un <span lang="en">two</span></p>`,
      'doc(paragraph("Un ", language("two")))',
    ],
    ["none at all", `<p lang="no language at all!">x</p>`, 'doc(paragraph("x"))'],
  ])("is read of %s", (_what, html, expected) => expect(shape(html)).toBe(expected));

  test("is that of the file for all the rest", () => {
    expect(read("a.html", `<html lang="pt-BR"><p>x</p>`).attrs.language).toBe("pt-BR");
    expect(read("a.html", `<html lang="<script>"><p>x</p>`).attrs.language).toBe("en");
  });

  test.each([
    ["html", "a.html"],
    ["markdown", "a.md"],
    ["gaterope", "a.gaterope.json"],
  ] as const)("goes out as %s and comes in again", (format, name) => {
    const french = marks.language.create({ language: "fr" });
    const doc = createDocument(
      [
        schema.nodes.paragraph.create(null, [
          schema.text("Say "),
          schema.text("bon", [french]),
          schema.text("jour", [french, marks.strong.create()]),
        ]),
        schema.nodes.code_block.create(null, schema.text("x", [french])),
        paragraph("Plain."),
      ],
      { language: "de" },
    );
    const again = read(name, writeFile({ doc, pictures: new Map() }, format).text);
    expect(again.attrs.language).toBe("de");
    expect(again.content.content.map(String)).toEqual(doc.content.content.map(String));
  });
});
