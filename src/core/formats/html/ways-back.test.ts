import { expect, test } from "@jest/globals";
import { createDocument, schema, type ReturnRule } from "@/core/document";
import { writeFile } from "..";

const { nodes } = schema;
const heading = (level: number, text: string) => nodes.heading.create({ level }, schema.text(text));

function page(returns: ReturnRule): string {
  const doc = createDocument([
    heading(1, "Manual"),
    nodes.contents_list.create({ from: 1, to: 1 }),
    heading(1, "One"),
    nodes.paragraph.create(null, schema.text("words")),
    heading(2, "Deep"),
    heading(1, "Two"),
    nodes.paragraph.create(null, schema.text("more")),
  ]);
  const ruled = doc.type.create({ ...doc.attrs, returns }, doc.content);
  return writeFile({ doc: ruled, pictures: new Map() }, "html").text;
}

test("a sign beside each heading leads to its line in the contents list, or to the list where it has none", () => {
  const text = page({ levels: [], words: "", also: ["headings"] });
  const signs = [...text.matchAll(/<h\d id="([^"]*)">[^<]*<a class="beside"[^>]*href="#([^"]*)"/g)];
  const [, ...found] = signs.map(([, own, to]) => [own, to]);
  expect(found).toEqual([
    ["one", "_to-one"],
    ["deep", "contents"],
    ["two", "_to-two"],
  ]);
  for (const [, to] of found) expect(text).toContain(`id="${to}"`);
});

test("a link stays in view, and steps are told to browsers", () => {
  const text = page({ levels: [1], words: "", also: ["floating", "steps"] });
  expect(text).toMatch(/<a class="floating" data-generated="return" href="#contents">Back to contents<\/a>/);
  expect(text).toContain('rel="prev"');
  expect(text).toMatch(/<a href="#two" rel="next">Next: Two<\/a>/);
});

test("nothing of that stands where the rule does not ask for it", () => {
  expect(page({ levels: [1], words: "" })).not.toMatch(/class="(?:beside|floating)"|rel="|_to-/);
});
