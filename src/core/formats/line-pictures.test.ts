import { describe, expect, test } from "@jest/globals";
import { createDocument, picturesIn, schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { readProof } from "@/core/proof";
import { readText } from "#tests/reading";
import { writeFile } from ".";
import { cpuTime } from "#tests/cpu-time";

const { nodes, marks } = schema;
const DOT =
  "data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNk+A8AAQUBAScY42YAAAAASUVORK5CYII=";
const img = (more = "") => `<img src="${DOT}" alt="Key" ${more}>`;

const shape = (html: string) => readText("a.html", html).doc.toString();

describe("a picture of HTML", () => {
  test.each([
    ["among words", `<p>Press ${img()} now.</p>`, 'doc(paragraph("Press ", picture, " now."))'],
    ["before words", `<p>${img()} Press it.</p>`, 'doc(paragraph(picture, " Press it."))'],
    ["alone", `<p>${img()}</p>`, "doc(figure)"],
    ["alone in a wrapper", `<div>${img()}</div><p>x</p>`, 'doc(figure, paragraph("x"))'],
    ["two alone", `<p>${img()} ${img()}</p>`, "doc(figure, figure)"],
    [
      "alone and linked",
      `<p><a href="https://lamp.example/">${img()}</a></p>`,
      "doc(paragraph(link(picture)))",
    ],
    ["in a heading", `<h1>${img()} Keys</h1>`, 'doc(heading(picture, " Keys"))'],
    ["in an item", `<ul><li>${img()}</li></ul>`, "doc(bullet_list(list_item(paragraph(picture))))"],
    [
      "in a cell",
      `<table><tr><td>${img()}</td></tr></table>`,
      "doc(table(table_caption, table_grid(table_row(table_cell(paragraph(picture))))))",
    ],
    [
      "in a caption",
      `<figure>${img()}<figcaption>The ${img()}</figcaption></figure>`,
      'doc(figure("The ", picture))',
    ],
    ["in code", `<pre>a ${img()} b</pre>`, 'doc(code_block("a Key b"))'],
    [
      "missing among words",
      `<p>Press <img src="https://lamp.example/k.png" alt="Key"> now.</p>`,
      'doc(paragraph("Press ", picture, " now."))',
    ],
    [
      "missing, saying nothing",
      `<p>Press <img src="https://lamp.example/k.png"> now.</p>`,
      'doc(paragraph("Press ", " now."))',
    ],
  ])("%s", (_where, html, expected) =>
    expect(shape(html).replace('"Press  now."', '"Press ", " now."')).toBe(expected),
  );

  test("keeps its height, what it shows and that it only decorates", () => {
    const { doc, pictures } = readText(
      "a.html",
      `<p>x ${img('height="24"')} ${img('role="presentation" height="99999"')}</p>`,
    );
    const found = doc.child(0).content.content.filter(({ type }) => type === nodes.picture);
    expect(found.map(({ attrs }) => attrs)).toMatchObject([
      { alt: "Key", height: 150, decorative: false },
      { alt: "Key", height: null, decorative: true },
    ]);
    expect(picturesIn(doc)).toEqual(new Set(pictures.keys()));
  });

  test("keeps the anchor that stands on it", () => {
    const { doc } = readText("a.html", `<p><a id="key">${img()}</a></p><p><a href="#key">see</a></p>`);
    const index = indexDocument(doc);
    expect(index.links[0]!.target).toMatchObject({ kind: "destination", id: doc.child(0).attrs.id });
  });
});

test("pictures without number in one paragraph take no more than their share of time", () => {
  const html = `<p>${'<img src="x.png" alt="Key"><a id="k"></a> '.repeat(30_000)}words</p>`;
  expect(cpuTime(() => expect(readText("a.html", html).doc.childCount).toBe(1))).toBeLessThan(15_000);
});

test("a picture of Markdown stands in its line, and is a figure where it stands alone or has a caption", () => {
  const { doc } = readText(
    "a.md",
    `Press ![Key](${DOT}) now.\n\n![Key](${DOT})\n\n[![Key](${DOT})](https://lamp.example/)\n\n![Key](${DOT} "The key")\n`,
  );
  expect(doc.toString()).toBe(
    'doc(paragraph("Press ", picture, " now."), figure, paragraph(link(picture)), figure("The key"))',
  );
});

describe("a document with pictures in lines", () => {
  const { pictures } = readText("a.html", `<p>x ${img()}</p>`);
  const [name] = [...pictures.keys()];
  const picture = (carried: object = {}, link = false) =>
    nodes.picture.create(
      { picture: name, alt: "Key", ...carried },
      null,
      link ? [marks.link.create({ target: { kind: "web", url: "https://lamp.example/" } })] : [],
    );
  const doc = createDocument([
    nodes.paragraph.create(null, [
      schema.text("Press "),
      picture(),
      schema.text(" or "),
      picture({ height: 120 }, true),
    ]),
    nodes.paragraph.create(null, picture()),
    nodes.paragraph.create(null, [picture({ decorative: true, alt: "" }), picture({}, true)]),
    nodes.heading.create({ level: 1 }, [picture(), schema.text(" Keys")]),
    nodes.bullet_list.create(null, nodes.list_item.create(null, nodes.paragraph.create(null, picture()))),
    nodes.paragraph.create(null, [schema.text("Gone: "), picture({ picture: "" }), schema.text(".")]),
  ]);

  test.each([
    ["html", "a.html"],
    ["markdown", "a.md"],
    ["gaterope", "a.gaterope.json"],
  ] as const)("goes out as %s and comes in again", (format, file) => {
    const { text } = writeFile({ doc, pictures }, format);
    const again = readText(file, text);
    const told = (of: typeof doc) => {
      const found: unknown[] = [];
      of.descendants((node) => {
        if (node.type === nodes.picture)
          found.push({ ...node.attrs, marks: node.marks.map(({ attrs }) => attrs) });
      });
      return found;
    };
    expect(again.doc.content.content.map(String)).toEqual(doc.content.content.map(String));
    expect(told(again.doc)).toEqual(told(doc));
    expect([...again.pictures.keys()]).toEqual([name]);
  });

  test("says in plain text what they show", () => {
    expect(writeFile({ doc, pictures }, "text").text).toContain("Press [Key] or [Key]");
  });

  test("is found wanting where a picture says nothing and does not only decorate", () => {
    const bare = createDocument([
      nodes.paragraph.create(null, [
        schema.text("x "),
        picture({ alt: " " }),
        picture({ alt: "", decorative: true }),
      ]),
    ]);
    const findings = readProof(indexDocument(bare)).filter(({ kind }) => kind === "no-words-for-picture");
    expect(findings.map(({ places }) => places[0])).toMatchObject([{ from: 3, to: 4 }]);
  });
});
