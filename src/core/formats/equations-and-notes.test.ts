import { createDocument, schema, texOf } from "@/core/document";
import { describe, expect, test } from "@jest/globals";
import { indexDocument } from "@/core/index";
import { essence } from "#tests/arbitrary-document";
import { TEXT_NAMES, readFile, writeFile } from ".";
import { cpuTime } from "#tests/cpu-time";

function read(name: string, text: string) {
  const result = readFile(name, new TextEncoder().encode(text));
  if (!result.ok) throw new Error(result.error.reason);
  return { doc: result.manuscript.doc, dropped: result.dropped.map((it) => it.what) };
}

function kindsIn(name: string, text: string): string[] {
  const kinds: string[] = [];
  read(name, text).doc.descendants((node) => {
    if (["equation", "formula", "note"].includes(node.type.name))
      kinds.push(`${node.type.name} ${texOf(node) || node.textContent}`);
  });
  return kinds;
}

describe("Markdown", () => {
  test("has equations between dollar signs, in lines and as blocks", () => {
    expect(kindsIn("a.md", "Take $x^2$ and $$y$$ here.\n\n$$\na + b\n= c\n$$\n\n$$z$$\n")).toEqual([
      "formula x^2",
      "formula y",
      "equation a + b\n= c",
      "equation z",
    ]);
  });

  test.each([
    ["It costs $5 and $6.", "It costs $5 and $6."],
    ["From $ 3 to 4 $ a day.", "From $ 3 to 4 $ a day."],
    ["Between US$10 and US$20.", "Between US$10 and US$20."],
    ["Typed \\$x\\$ so.", "Typed $x$ so."],
    ["It costs $5, not 6$, or US$7, not 8$.", "It costs $5, not 6$, or US$7, not 8$."],
    ["Set $HOME/bin:$PATH or $a/$b.", "Set $HOME/bin:$PATH or $a/$b."],
    ["See $5 [here](#a) and [there$](#b).", "See $5 here and there$."],
    ['From $5 <a href="#a">here</a>, 6$.', "From $5 here, 6$."],
    ["Half $a{b$ of it.", "Half $a{b$ of it."],
    ["$$\n\nno end", "$$"],
  ])("leaves sums of money alone: %s", (source, words) => {
    const { doc } = read("a.md", source);
    expect(doc.child(0).textContent).toBe(words);
    expect(kindsIn("a.md", source)).toEqual([]);
  });

  test.each(["x", "if a", "a:", "a{", "[a](b)", "a | b", 'say "so"', "<b>", "a\\}"])(
    "keeps an equation of %s on its way out and in",
    (tex) => {
      const doc = createDocument([
        schema.nodes.paragraph.create(null, [
          schema.text("The "),
          schema.nodes.formula.create({ tex }),
          schema.text("th of it."),
        ]),
      ]);
      const { text } = writeFile({ doc, pictures: new Map() }, "markdown");
      expect(kindsIn("a.md", text)).toEqual([`formula ${tex}`]);
    },
  );

  test("has notes, also with several paragraphs, used twice or without words", () => {
    const source =
      "One[^a] two[^b] one again[^a] and none[^c].\n\n[^a]: First *words*.\n\n    More.\n\n[^b]: Second.\n";
    expect(kindsIn("a.md", source)).toEqual([
      "note First words.\nMore.",
      "note Second.",
      "note First words.\nMore.",
    ]);
  });

  test("takes seconds for no number of dollar signs and brackets", () => {
    const source = "$x ".repeat(40_000) + "\n\n" + "$$\n".repeat(20_000) + "[^a]".repeat(5_000);
    expect(cpuTime(() => read("a.md", source))).toBeLessThan(10_000);
  });

  test("says in which series a heading is counted", () => {
    const { doc } = read("a.md", "# Words {#words .appendix}\n\n# Thanks {.unnumbered}\n");
    expect([doc.child(0).attrs.series, doc.child(1).attrs.series]).toEqual(["appendix", "none"]);
    expect(doc.child(1).textContent).toBe("Thanks");
  });
});

describe("HTML", () => {
  test("has MathML that says how it was written, and one that does not is told of", () => {
    const math = (inner: string, more = "") => `<math${more}><semantics>${inner}</semantics></math>`;
    const known = '<mrow><mi>x</mi></mrow><annotation encoding="application/x-tex">x</annotation>';
    const source = `<p>Take ${math(known)}.</p>${math(known, ' display="block"')}<p>And ${math("<mi>q</mi>")}!</p>`;
    expect(kindsIn("a.html", source)).toEqual(["formula x", "equation x"]);
    expect(read("a.html", source).dropped).toEqual(["equation"]);
  });

  test.each([
    [
      "roles",
      '<a role="doc-noteref" href="#n1">1</a>',
      '<aside id="n1" role="doc-footnote"><p>Words. <a role="doc-backlink" href="#r">up</a></p></aside>',
    ],
    [
      "a list at the end",
      '<sup class="footnote-ref"><a href="#fn1" class="footnote-ref">[1]</a></sup>',
      '<hr class="footnotes-sep"><section class="footnotes"><ol><li id="fn1"><p>Words. <a class="footnote-backref" href="#r">↩</a></p></li></ol></section>',
    ],
    ["an e-book", '<a epub:type="noteref" href="#x">*</a>', '<div id="x"><ul><li>Words.</li></ul></div>'],
  ])("has notes as %s", (_how, sign, words) => {
    const { doc } = read("a.html", `<p>Here${sign} it is.</p>${words}<p>After.</p>`);
    expect(doc.textContent).toBe("HereWords. it is.After.");
    expect(doc.childCount).toBe(2);
    expect(doc.child(0).child(1).type.name).toBe("note");
  });

  test("that Gate Rope writes leads from sign to words and back, with numbers of their own for endnotes", () => {
    const { doc } = read("a.md", "One[^a] two[^end1] three[^b].\n\n[^a]: A.\n\n[^end1]: E.\n\n[^b]: B.\n");
    const { text } = writeFile({ doc, pictures: new Map() }, "html");
    expect(text).toContain('<a id="_foot1-sign" href="#_foot1" role="doc-noteref" data-place="foot">1</a>');
    expect(text).toMatch(/<li id="_foot2" value="2">B\. <a href="#_foot2-sign"/);
    expect(text).toMatch(/aria-label="Endnotes"><ol type="i" start="1"><li id="_end1" value="1">E\./);
    expect(essence(read("b.html", text).doc)).toEqual(essence(doc));
  });

  test("shows an equation that cannot be drawn as it was written, and nothing of it as markup", () => {
    const { doc } = read("a.md", "$\\frac{<b>}$ and $\\href{javascript:alert(1)}{x}$");
    const { text } = writeFile({ doc, pictures: new Map() }, "html");
    expect(text).toContain("<code>\\frac{&lt;b&gt;}</code>");
    expect(text).not.toMatch(/<a[^>]+javascript/);
    expect(essence(read("b.html", text).doc)).toEqual(essence(doc));
  });
});

const LISTED =
  "Here[^a].\n\n[^a]: Bring\n\n    - a lamp\n\n      with oil\n    - a [rope](https://rope.example/):\n        1. thick\n        2. long\n\n    and go.\n";

test("an equation that is a block ends the words before it in an item, and stays in the line of a paragraph", () => {
  const equation = '<div class="equation" data-tex="x"></div>';
  expect(kindsIn("a.html", `<ul><li>Take ${equation} now</li></ul>`)).toEqual(["equation x"]);
  expect(kindsIn("a.html", `<p>Take <span class="formula" data-tex="x"></span> now</p>`)).toEqual([
    "formula x",
  ]);
  expect(kindsIn("a.md", "- Take\n\n  $$\n  x\n  $$\n\n  now\n")).toEqual(["equation x"]);
});

describe("a note of paragraphs and lists", () => {
  test("comes from Markdown, and goes out as it came", () => {
    const { doc, dropped } = read("a.md", LISTED);
    expect(dropped).toEqual([]);
    const { text } = writeFile({ doc, pictures: new Map() }, "markdown");
    expect(text.replace(/^---.*?---\s*/s, "")).toBe(
      "Here[^a].\n\n[^a]: Bring\n\n    - a lamp\n\n      with oil\n\n    - a [rope](https://rope.example/):\n\n      1. thick\n      2. long\n\n    and go.\n".replace(
        /\[\^a\]/g,
        "[^1]",
      ),
    );
    expect(essence(read("b.md", text).doc)).toEqual(essence(doc));
  });

  test("stands so in HTML and in plain text", () => {
    const { doc } = read("a.md", LISTED);
    const html = writeFile({ doc, pictures: new Map() }, "html").text;
    expect(html).toContain(
      '<li id="_foot1" value="1"><p>Bring</p><ul><li><p>a lamp</p><p>with oil</p></li><li>a <a href="https://rope.example/">rope</a>:<ol><li>thick</li><li>long</li></ol></li></ul><p>and go. <a href="#_foot1-sign"',
    );
    expect(writeFile({ doc, pictures: new Map() }, "text").text).toContain(
      "[1] Bring\n    - a lamp\n       with oil\n    - a rope:\n       1. thick\n       2. long\n    and go.",
    );
  });

  test("keeps the words of what it cannot hold, wherever it stands, and ends what was left open", () => {
    const words =
      "<h2>Title</h2><table><tr><td>one<td>two</table><blockquote><p>Said.</p></blockquote><pre>a\nb</pre><dl><dt>Pin<dd>A bolt</dl>";
    const sign = '<a role="doc-noteref" href="#n">1</a>';
    const { doc } = read(
      "a.html",
      `<ul><li>Here${sign}<aside id="n">${words}</aside></li><li>Next</li></ul>`,
    );
    expect(doc.textBetween(0, doc.content.size, "|")).toMatch(/Here/);
    const [note] = indexDocument(doc).notes;
    expect(note!.text).toBe("Title one two Said. a b Pin A bolt");
    expect(doc.child(0).childCount).toBe(2);
    const open = read("a.html", `<p>Here${sign}.</p><div id="n"><ul><li>one<li>two`).doc;
    expect(indexDocument(open).notes[0]!.text).toBe("one two");
  });

  test("whose words hold another note keeps them apart", () => {
    const signs = '<p>A<a role="doc-noteref" href="#a">1</a> B<a role="doc-noteref" href="#b">2</a></p>';
    const { doc } = read(
      "a.html",
      `${signs}<div id="a"><p>First.</p><div id="b"><p>Second.</p></div><p>Third.</p></div>`,
    );
    expect(indexDocument(doc).notes.map(({ text }) => text)).toEqual(["First. Third.", "Second."]);
  });
});

test.each(TEXT_NAMES)("%s has the words of notes at the end", (format) => {
  const { doc } = read("a.md", "# One\n\nHere[^a].\n\n[^a]: Words of a note.\n");
  const { text } = writeFile({ doc, pictures: new Map() }, format);
  expect(text).toContain("Words of a note.");
  expect(indexDocument(doc).notes).toMatchObject([{ number: 1, place: "foot", text: "Words of a note." }]);
});

test("a number that somebody typed before a caption gives way to the one that is counted", () => {
  const page = "<figure><img alt='Plan' src='x'><figcaption>Figure 12: The plan</figcaption></figure>";
  const { doc, dropped } = read("a.html", page);
  expect(doc.child(0).textContent).toBe("The plan");
  expect(dropped).toContain("typed number of a caption");
  const { text } = writeFile({ doc, pictures: new Map() }, "html");
  expect(text).toContain("Figure 1. </span>The plan");
});
