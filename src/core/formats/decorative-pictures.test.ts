import { expect, test } from "@jest/globals";
import { createDocument, lacksWords, schema } from "@/core/document";
import { readFile, writeFile } from ".";

const PIXEL =
  "data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=";

function read(name: string, bytes: Uint8Array) {
  const result = readFile(name, bytes);
  if (!result.ok) throw new Error(result.error.reason);
  return result.manuscript;
}

const text = (words: string) => new TextEncoder().encode(words);

test.each([
  [`<img src="${PIXEL}" alt="" role="presentation">`, true],
  [`<img src="${PIXEL}" alt="" role="none">`, true],
  [`<img src="${PIXEL}" alt="">`, false],
])("a page says which pictures only decorate: %s", (page, decorative) => {
  for (const name of ["a.html", "a.md"]) {
    const figure = read(name, text(page)).doc.child(0);
    expect(figure.attrs.decorative).toBe(decorative);
    expect(lacksWords(figure)).toBe(!decorative);
  }
});

test.each([
  ["html", "a.html"],
  ["markdown", "a.md"],
  ["gaterope", "a.gaterope.json"],
] as const)("that a picture decorates comes back from %s", (format, name) => {
  const manuscript = read("a.html", text(`<p>x</p><img src="${PIXEL}" alt="" role="presentation">`));
  const back = read(name, text(writeFile(manuscript, format).text)).doc;
  const figures = back.content.content.filter(({ type }) => type === schema.nodes.figure);
  expect(figures.map(({ attrs }) => attrs.decorative as boolean)).toEqual([true]);
});

test("a picture that only decorates needs no words and has none, whatever it was said to show", () => {
  const { figure } = schema.nodes;
  const doc = createDocument([figure.create({ picture: "p.png", alt: "A rope", decorative: true })]);
  expect(lacksWords(doc.child(0))).toBe(false);
  const written = writeFile({ doc, pictures: new Map() }, "html");
  expect(written.text).not.toContain("A rope");
});
