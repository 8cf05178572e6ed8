import { describe, expect, test } from "@jest/globals";
import { isKind } from "@/core/document";
import { readFile } from "..";

function read(html: string) {
  const result = readFile("a.html", new TextEncoder().encode(html));
  if (!result.ok) throw new Error(result.error.reason);
  const { doc } = result.manuscript;
  const notes: string[] = [];
  doc.descendants((node) => {
    if (isKind(node, "note")) notes.push(node.textContent);
  });
  let text = "";
  doc.descendants((node) => {
    if (isKind(node, "note")) return false;
    if (node.isBlock) text += "|";
    else text += node.text ?? "*";
    return true;
  });
  return { notes, text, words: doc.textContent, dropped: result.dropped.map(({ what }) => what) };
}

/** Two notes as tools write them: the text with their signs, and what stands at its end. */
const WRITTEN: Record<string, readonly [text: string, end: string]> = {
  DocBook: [
    `<p>One<a href="#ftn.i1" class="footnote" id="i1"><sup class="footnote">[1]</sup></a>, two<a href="#ftn.i2" class="footnote" id="i2"><sup class="footnote">[2]</sup></a>.</p>`,
    `<div class="footnotes"><br><hr><div id="ftn.i1" class="footnote"><p><a href="#i1" class="para"><sup class="para">[1] </sup></a>First words.</p></div><div id="ftn.i2" class="footnote"><p><a href="#i2" class="para"><sup class="para">[2] </sup></a>Second words.</p></div></div>`,
  ],
  "a list of definitions": [
    `<p>One<a class="footnote-reference brackets" href="#n1" id="r1">1</a>, two<a class="footnote-reference brackets" href="#n2" id="r2">2</a>.</p>`,
    `<dl class="footnote brackets"><dt class="label" id="n1"><span class="brackets"><a class="fn-backref" href="#r1">1</a></span></dt><dd><p>First words.</p></dd><dt class="label" id="n2"><span class="brackets"><a class="fn-backref" href="#r2">2</a></span></dt><dd><p>Second words.</p></dd></dl>`,
  ],
  "asides with roles": [
    `<p>One<a class="footnote-reference brackets" href="#n1" id="r1" role="doc-noteref"><span class="fn-bracket">[</span>1<span class="fn-bracket">]</span></a>, two<a href="#n2" id="r2">2</a>.</p>`,
    `<aside class="footnote brackets" id="n1" role="doc-footnote"><span class="label"><span class="fn-bracket">[</span><a role="doc-backlink" href="#r1">1</a><span class="fn-bracket">]</span></span><p>First words.</p></aside><aside id="n2"><p>Second words.</p></aside>`,
  ],
  "a list with ways back": [
    `<p>One<sup><a href="#user-fn-1" id="user-ref-1">1</a></sup>, two<sup id="ref2"><a href="#fn2">2</a></sup>.</p>`,
    `<ol><li id="user-fn-1"><p>First words. <a href="#user-ref-1">↩</a></p></li><li id="fn2">Second words. <a href="#ref2">back</a></li></ol>`,
  ],
  "paragraphs with numbers in brackets": [
    `<p>One [<a name="r1" href="#n1">1</a>], two<a name="r2" href="#n2">[2]</a>.</p>`,
    `<p>[<a name="n1" href="#r1">1</a>] First words.</p><p><a name="n2"></a><a href="#r2">[2]</a> Second words.</p>`,
  ],
  tables: [
    `<p>One<a class="footnote-reference" href="#n1" id="r1">[1]</a>, two<a class="footnote-reference" href="#n2" id="r2">[2]</a>.</p>`,
    `<table class="docutils footnote" id="n1"><tbody><tr><td class="label"><a class="fn-backref" href="#r1">[1]</a></td><td>First words.</td></tr></tbody></table><table class="docutils footnote" id="n2"><tbody><tr><td class="label"><a class="fn-backref" href="#r2">[2]</a></td><td>Second words.</td></tr></tbody></table>`,
  ],
  "raised numbers that are repeated": [
    `<p>One<sup><a id="r1" href="#n1">1</a></sup>, two<sup><a id="r2" href="#n2">*</a></sup>.</p>`,
    `<p id="n1"><sup>1</sup> First words. <a href="#r1">↩</a></p><p id="n2"><sup>*</sup> Second words. <a href="#r2">↩</a></p>`,
  ],
};

describe("notes as other tools write them", () => {
  test.each(Object.entries(WRITTEN))("come in from %s", (_how, [text, end]) => {
    const { notes, text: said, dropped } = read(`${text}<h2>After</h2><p>It goes on.</p>${end}`);
    expect(notes.map((words) => words.trim())).toEqual(["First words.", "Second words."]);
    expect(said.replace("One ,", "One,")).toMatch(/^\|One, two\.\|After\|It goes on\.\|*$/);
    expect(dropped.filter((what) => what.includes("note"))).toEqual([]);
  });

  test("keep their words where something else has the id, and where two share one", () => {
    const sign = '<a href="#n" class="footnote-ref">1</a>';
    const heading = `<p>Here${sign}.</p><h2 id="n">Title</h2><p>Text.</p><ol><li id="n" class="footnote">Words.</li></ol>`;
    expect(read(heading)).toMatchObject({ notes: ["Words."], words: "HereWords..TitleText." });
    const two = `<p>One${sign} two${sign}.</p><ol><li id="n" class="footnote">First.</li><li id="n" class="footnote">Second.</li></ol>`;
    expect(read(two).notes).toEqual(["First.", "Second."]);
    const three = `<p>One${sign}.</p><ol><li id="n">First.</li><li id="n">Second.</li></ol>`;
    expect(read(three).words).toContain("Second.");
  });

  test("are not made of what only leads there and back", () => {
    const contents =
      '<ul><li><a id="t1" href="#s1">1</a></li><li><a id="t2" href="#s2">A</a></li></ul>' +
      '<h2 id="s1"><a href="#t1">1</a> One</h2><p>Text.</p><div id="s2"><h2><a href="#t2">A</a></h2><p>More.</p></div>';
    expect(read(contents)).toMatchObject({ notes: [], words: "1A1 OneText.AMore." });
    expect(read('<p>See <a href="#a">1</a>.</p><p id="a">Words.</p>').notes).toEqual([]);
  });

  test("keep the words of one that only another note speaks of, and of one that comes before its sign", () => {
    const within =
      '<p>One<a id="r1" href="#n1">1</a>.</p><ol><li id="n1">First, see<a id="r2" href="#n2">2</a>. <a href="#r1">up</a></li>' +
      '<li id="n2">Second. <a href="#r2">up</a></li></ol>';
    expect(read(within)).toMatchObject({
      notes: ["First, see."],
      words: expect.stringContaining("Second."),
    });
    const before = '<aside id="n1">Words.</aside><p>One<a href="#n1">1</a>.</p>';
    expect(read(before)).toMatchObject({ notes: [], words: "Words.One1." });
  });

  test("are not looked for in comments and scripts, and quotes in names of attributes hide nothing", () => {
    const sign = '<a id="r" href="#n">1</a>';
    const words = '<p id="n">Words. <a href="#r">up</a></p>';
    expect(read(`<p>One.</p><!-- ${sign} ${words} --><p>Two ${sign}.</p>`).words).toBe("One.Two 1.");
    expect(read(`<p it's>One${sign}.</p><script>"<p id=n>"</script>${words}`).notes).toEqual(["Words."]);
  });

  test.each([
    ["tags without an end", '<a href="#n">1</a>' + "<a ".repeat(100_000)],
    ["quotes without an end", '<a href="#n">1</a>' + '<a title="'.repeat(100_000)],
    ["a long attribute without quotes", `<a href="#n">1</a><p title=${"x".repeat(2_000_000)}>y</p>`],
    ["many signs of one note", '<sup id="r"><a href="#n">1</a></sup>'.repeat(10_000) + '<p id="n">x</p>'],
    ["signs of less", '<a id="r" href="#n">1</a>' + "< ".repeat(500_000) + '<b id="n">x</b>'.repeat(1_000)],
  ])("take no long time for %s", (_what, html) => {
    expect(() => read(`<p>Begin</p>${html}<p>End</p>`)).not.toThrow(/call stack/);
  });

  test("take no long time, however many there are", () => {
    const many = Array.from(
      { length: 10_000 },
      (_, i) => `<p>One<a id="r${i}" href="#n${i}">${i % 100}</a>.</p>`,
    );
    const words = many.map((_, i) => `<p id="n${i}"><a href="#r${i}">${i % 100}</a> Words.</p>`);
    const same =
      '<p><a href="#n" id="r">1</a></p>'.repeat(2_000) + '<p id="n">x <a href="#r">1</a></p>'.repeat(2_000);
    expect(read(many.join("") + words.join("")).notes).toHaveLength(10_000);
    expect(read(same).words).toContain("x");
  });
});
