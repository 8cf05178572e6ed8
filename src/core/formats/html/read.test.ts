import { describe, expect, test } from "@jest/globals";
import { indexDocument } from "@/core/index";
import { resolveLinks } from "@/core/links";
import { LIMITS, readFile } from "..";

function read(html: string, name = "page.html") {
  const result = readFile(name, new TextEncoder().encode(html));
  if (!result.ok) throw new Error(`${result.error.reason} ${result.error.line}`);
  return { doc: result.manuscript.doc, dropped: result.dropped, pictures: result.manuscript.pictures };
}
const dropped = (html: string) =>
  Object.fromEntries(read(html).dropped.map(({ what, count }) => [what, count]));
const shape = (html: string) => read(html).doc.toString();
const links = (html: string) => resolveLinks(indexDocument(read(html).doc));

describe("HTML that means harm", () => {
  const harm = `<h1 onclick="x()">Title</h1><script>alert(1)</script><p onmouseover=x style="background:url(http://e.example)">Text
    <a href=" java&#115;cript:alert(1)">one</a> <a href="data:text/html,x">two</a> <a href="vbscript:x">three</a>
    <a href="&#1;javascript:x">four</a> <img src="https://e.example/track.png" onerror="x" alt="A dome">
    <iframe src="https://e.example"></iframe><svg><script>x</script></svg><object data=x></object><style>p{}</style>
    <form><input name=q><button>Send</button></form></p>`;

  test("leaves nothing of it in the document, and keeps the text", () => {
    const { doc } = read(harm);
    const json = JSON.stringify(doc.toJSON());
    expect(json).not.toMatch(/script:|onclick|onerror|e\.example|alert|background/);
    expect(doc.textContent).toMatch(/Title.*Text.*one two three.*four/s);
  });

  test("is counted in the report", () => {
    expect(dropped(harm)).toMatchObject({
      "<script>": 1,
      "event handler": 3,
      "javascript: link": 2,
      "data: link": 1,
      "vbscript: link": 1,
      "remote picture": 1,
      "<iframe>": 1,
      "<object>": 1,
      "drawing that is not safe": 1,
      "<input>": 1,
    });
  });

  test.each([
    ["10,000 nested divisions", "<div>".repeat(10_000) + "deep" + "</div>".repeat(10_000)],
    ["10,000 nested lists", "<ul><li>".repeat(10_000) + "deep"],
    ["10,000 nested tables", "<table><tr><td>".repeat(2_000) + "deep"],
    ["10,000 nested bold words", "<b>".repeat(10_000) + "deep"],
    ["10,000 nested quotations", "<blockquote>".repeat(10_000) + "deep" + "</blockquote>".repeat(10_000)],
    ["tags that are never closed", "<p><b><i><a href='#x'><table><td><ul><li>deep"],
    ["tags that are closed in the wrong order", "<b><p>deep</b></p></i></div><li>"],
  ])("survives %s", (_name, html) => {
    const { doc } = read(html);
    expect(doc.textContent).toContain("deep");
    doc.check();
  });

  test("is refused when it holds more blocks than the limit, with the limit named", () => {
    const result = readFile("many.html", new TextEncoder().encode("<p>x".repeat(LIMITS.blocks + 10)));
    expect(result).toMatchObject({ ok: false, error: { reason: expect.stringContaining("150,000 blocks") } });
  });
});

describe("anchors and links of HTML", () => {
  test("an id or name becomes the anchor of its heading, or a bookmark", () => {
    const { doc } =
      read(`<h2 id="setup">Setup</h2><h2><a name="old"></a>Old</h2><h2><a name="words">Words</a></h2>
      <section id="wrapped"><h2>Wrapped</h2></section>
      <p>See <a id="spot"></a>here and <span id="range">these words</span>.</p><p id="para">Whole</p>
      <ul><li id="item">Item</li></ul>`);
    const index = indexDocument(doc);
    expect(index.headings.map((heading) => index.anchors.of(heading.id))).toEqual([
      "setup",
      "old",
      "words",
      "wrapped",
    ]);
    expect(index.bookmarks.map(({ name, shape, text }) => [name, shape, text])).toEqual([
      ["spot", "point", ""],
      ["range", "range", "these words"],
      ["para", "block", ""],
      ["item", "point", ""],
    ]);
  });

  test("a link leads to its place by id, wherever that stands, without regard to case", () => {
    const found =
      links(`<p><a href="#b">to b</a> <a href="#B">to B</a> <a href="page.html#b">own name</a> <a href="#%C3%BC">ü</a> <a href="#none">none</a></p>
      <h1 id="b">Bee</h1><h1 id="ü">Umlaut</h1>`);
    expect(found.map((link) => (link.lands ? link.destination?.name : link.why))).toEqual([
      "Bee",
      "Bee",
      "Bee",
      "Umlaut",
      "Nothing here is called “none”.",
    ]);
  });

  test("of two places with one id the first has it, as in browsers, and the report says so", () => {
    const html = `<h1 id="x">First</h1><h1 id="x">Second</h1><p><a href="#x">go</a></p>`;
    expect(links(html).map((link) => link.lands && link.destination?.name)).toEqual(["First"]);
    expect(dropped(html)).toEqual({ "anchor that stands twice": 1 });
  });

  test("anchors that are no valid names keep working as earlier ones", () => {
    const { doc } = read(`<h1 id="2.1 odd">Odd</h1><p><a href="#2.1%20odd">go</a></p>`);
    const index = indexDocument(doc);
    expect(index.anchors.of(index.headings[0]!.id)).toBe("place-2-1-odd");
    expect(index.anchors.find("2.1 odd")).toBe(index.headings[0]!.id);
    expect(resolveLinks(index)[0]).toMatchObject({ lands: true });
  });

  test("web, mail and telephone links stay", () => {
    expect(
      links(
        `<p><a href="https://a.example/x?y#z">w</a><a href="mailto:a@b.example?subject=Hi%20you">m</a><a href="tel:+1">t</a></p>`,
      ).map(({ target }) => target),
    ).toEqual([
      { kind: "web", url: "https://a.example/x?y#z" },
      { kind: "mail", address: "a@b.example", subject: "Hi you" },
      { kind: "web", url: "tel:+1" },
    ]);
  });
});

describe("the structure of HTML", () => {
  test.each([
    [
      "text outside blocks gets a paragraph",
      "a<div>b</div>c",
      'doc(paragraph("a"), paragraph("b"), paragraph("c"))',
    ],
    ["white space is folded", "<p>  a \n  b <b> c</b>  </p>", 'doc(paragraph("a b ", strong("c")))'],
    [
      "a heading in a list becomes bold",
      "<ul><li><h2>A</h2>b</li></ul>",
      'doc(bullet_list(list_item(paragraph(strong("A")), paragraph("b"))))',
    ],
    [
      "an item that begins with a list",
      "<ul><li><ul><li>x</ul></ul>",
      'doc(bullet_list(list_item(paragraph, bullet_list(list_item(paragraph("x"))))))',
    ],
    [
      "a list inside a list, not in an item",
      "<ul><li>a</li><ul><li>b</li></ul></ul>",
      'doc(bullet_list(list_item(paragraph("a")), list_item(paragraph, bullet_list(list_item(paragraph("b"))))))',
    ],
    [
      "code keeps its lines",
      '<pre><code class="language-ts">a\n  b\n</code></pre>',
      'doc(code_block("a\\n  b\\n"))',
    ],
    [
      "a definition list",
      "<dl><dt>Pin<dd>A bolt</dl>",
      'doc(definition_list(term("Pin"), definition(paragraph("A bolt"))))',
    ],
    [
      "a page break by style",
      '<p>a</p><div style="page-break-before: always"></div><p>b</p>',
      'doc(paragraph("a"), page_break, paragraph("b"))',
    ],
    [
      "marks by style",
      '<p><span style="font-weight:700;font-style:italic">a</span></p>',
      'doc(paragraph(strong(emphasis("a"))))',
    ],
  ])("%s", (_name, html, expected) => expect(shape(html)).toBe(expected));

  test("a table is made whole: short rows are filled, spans that run out are cut", () => {
    const { doc } = read(
      "<table><caption>C</caption><tr><th colspan=2>A<th>B<tr><td rowspan=9>1<td>2</table>",
    );
    expect(doc.toString()).toBe(
      'doc(table(table_caption("C"), table_grid(table_row(table_header(paragraph("A")), table_header(paragraph("B"))), table_row(table_cell(paragraph("1")), table_cell(paragraph("2")), table_cell(paragraph)))))',
    );
  });

  test("a picture that is embedded is kept once, by what its bytes are", () => {
    const png =
      "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";
    const { doc, pictures } = read(
      `<figure id="f"><img src="data:image/png;base64,${png}" alt="Dot"><figcaption>A <b>dot</b></figcaption></figure><p>x <img src="data:image/jpeg;base64,${png}"> y</p><img src="data:image/png;base64,AAAA" alt="bad">`,
    );
    expect(pictures.size).toBe(1);
    expect([...pictures.values()][0]!.type).toBe("image/png");
    expect(doc.toString()).toBe('doc(figure("A ", strong("dot")), paragraph("x ", picture, " y"), figure)');
    expect(doc.lastChild!.attrs).toMatchObject({ picture: "", alt: "bad" });
  });
});
