import { expect, test } from "@jest/globals";
import { createDocument, schema, type DestinationId } from "@/core/document";
import { addressAmongFiles, joinedToFiles } from ".";

test.each([
  ["b.html#x", "a.html", { path: "b.html", anchor: "x" }],
  ["../b%20c.md", "guide/a.md", { path: "b c.md", anchor: "" }],
  ["./sub/b.html?v=2#%C3%A9", "guide/a.html", { path: "guide/sub/b.html", anchor: "é" }],
  ["/top.html", "guide/a.html", { path: "top.html", anchor: "" }],
  ["../../../b.html", "guide/a.html", { path: "b.html", anchor: "" }],
  ["https://a.example/b.html", "a.html", null],
  ["//a.example/b.html", "a.html", null],
  ["mailto:a@b.example", "a.html", null],
])("%s in %s leads to %j", (address, path, found) => expect(addressAmongFiles(address, path)).toEqual(found));

test("links to other files lead to their documents, wherever they stand; all else stays as it is", () => {
  const link = (url: string) =>
    schema.text("words", [schema.marks.link.create({ target: { kind: "web", url }, hint: "Told" })]);
  const paragraph = (...urls: string[]) =>
    schema.nodes.paragraph.create(
      null,
      urls.map((url) => link(url)),
    );
  const doc = createDocument([
    paragraph("b.html#one", "https://elsewhere.example/b.html"),
    schema.nodes.bullet_list.create(null, schema.nodes.list_item.create(null, paragraph("b.html"))),
    paragraph("missing.html"),
  ]);
  const { doc: joined, count } = joinedToFiles(doc, "a.html", ({ path, anchor }) =>
    path === "b.html"
      ? { kind: "document", document: "b", ...(anchor && { id: "one" as DestinationId }) }
      : null,
  );
  expect(count).toBe(2);
  const marks: unknown[] = [];
  joined.descendants((node) => {
    for (const mark of node.marks) marks.push(mark.toJSON());
  });
  expect(marks).toMatchObject([
    { attrs: { target: { kind: "document", document: "b", id: "one" }, hint: "Told" } },
    { attrs: { target: { kind: "web" } } },
    { attrs: { target: { kind: "document", document: "b" } } },
    { attrs: { target: { kind: "web", url: "missing.html" } } },
  ]);
  expect(joined.child(2)).toBe(doc.child(2));
  expect(joinedToFiles(joined, "a.html", () => null).count).toBe(0);
});
