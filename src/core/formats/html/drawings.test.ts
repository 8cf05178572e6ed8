import { describe, expect, test } from "@jest/globals";
import { asKind } from "@/core/document";
import { readFile, writeFile, type TextFormatName } from "@/core/formats";

function read(name: string, text: string) {
  const result = readFile(name, new TextEncoder().encode(text));
  if (!result.ok) throw new Error(result.error.reason);
  return { ...result.manuscript, dropped: result.dropped.map(({ what, count }) => `${count} ${what}`) };
}

function pictured(html: string) {
  const { doc, pictures, dropped } = read("a.html", `<h1>A</h1>${html}`);
  const found: string[] = [];
  doc.descendants((node) => {
    const one = asKind(node, "figure") ?? asKind(node, "picture");
    if (one) found.push(`${node.type.name} ${one.alt}${one.picture ? "" : " (gone)"}`);
  });
  return {
    found,
    drawn: [...pictures.values()].map(({ bytes }) => new TextDecoder().decode(bytes)),
    dropped,
  };
}

const circle = `<circle r="5" cx="5" cy="5" fill="url(#g)"/><defs><linearGradient id="g"><stop offset="0"/></linearGradient></defs>`;

describe("drawings that are written into a page", () => {
  test("are pictures, by themselves a figure, in a line where they stand among words", () => {
    const { found, drawn } = pictured(
      `<svg viewBox="0 0 10 10" width="10" height="10"><title>A dot</title>${circle}</svg><p>so <svg aria-label="Dash" viewBox="0 0 9 9"><path d="M0 0h9"/>&amp;</svg> it is</p>`,
    );
    expect(found).toEqual(["figure A dot", "picture Dash"]);
    expect(drawn).toHaveLength(2);
    expect(drawn[1]).toBe(
      `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" aria-label="Dash" viewBox="0 0 9 9"><path d="M0 0h9"></path>&amp;</svg>`,
    );
    // Names as SVG writes them.
    expect(drawn[0]).toContain('<linearGradient id="g"><stop offset="0"></stop></linearGradient>');
  });

  test.each([
    ["a script", `<script>alert(1)</script>`],
    ["an event", `<circle r="1" onclick="x()"/>`],
    ["a page within", `<foreignObject><body>x</body></foreignObject>`],
    ["a picture from elsewhere", `<image href="https://e.example/x.png"/>`],
    ["a picture from elsewhere, in the old way", `<image xlink:href="x.png"/>`],
    ["a fill from elsewhere", `<rect fill="url(https://e.example/#a)"/>`],
    ["a style from elsewhere", `<style>@import "https://e.example/x.css";</style>`],
    ["what stands elsewhere in the page", `<use href="#elsewhere"/>`],
    ["a change of an address", `<a><set attributeName="href" to="javascript:x"/></a>`],
  ])("that hold %s are none, and it is told", (_what, inside) => {
    const { found, drawn, dropped } = pictured(`<p>a <svg><title>T</title>${inside}</svg> b</p>`);
    expect(drawn).toEqual([]);
    expect(found).toEqual(["picture T (gone)"]);
    expect(dropped).toContain("1 drawing that is not safe");
  });

  test("signs that only decorate are left out, and so is a sign beside a heading", () => {
    expect(pictured(`<p><svg aria-hidden="true">${circle}</svg> words</p>`).found).toEqual([]);
    expect(pictured(`<h2 id="b">B <a href="#b"><svg>${circle}</svg></a></h2>`).found).toEqual([]);
  });

  test("thousands of them, and one that does not end, are read in a time in step with the page", () => {
    expect(pictured("<svg/>".repeat(3_000)).found).toHaveLength(3_000);
    expect(pictured(`<p>x</p>${"<svg><g>".repeat(3_000)}`).found).toEqual([]);
  });
});

describe("pictures that are missing, in tables, and linked", () => {
  const PAGE = `<h1>A</h1><p><img src="gone.png" alt=""></p><figure><img src="gone.png"><figcaption>Two</figcaption></figure>
<table><tr><td><img src="gone.png" alt="icon"></td><td>x</td></tr></table><table role="presentation"><tr><td>left</td><td>right</td></tr></table>
<table><tr><td><h2>Beside</h2><p>y</p><table><tr><td>1</td><td>2</td></tr></table></td><td>z</td></tr></table>
<figure><a href="#a"><img src="gone.png" alt="led"></a><figcaption>Three</figcaption></figure><figure><a href="#a"><img src="gone.png" alt="led too"></a></figure>`;
  const counted = (manuscript: Parameters<typeof writeFile>[0]) => {
    const kinds: string[] = [];
    manuscript.doc.descendants((node) => {
      const figure = asKind(node, "figure");
      if (figure) kinds.push(`figure ${figure.alt}|${node.textContent}`);
      const picture = asKind(node, "picture");
      if (picture) kinds.push(`picture ${picture.alt} ${node.marks.map(({ type }) => type.name).join()}`);
      if (asKind(node, "table")) kinds.push("table");
    });
    return kinds;
  };

  test("keep their places and numbers on every trip, linked ones their links; layout is no table", () => {
    const first = read("a.html", PAGE);
    expect(counted(first)).toEqual([
      "figure |",
      "figure |Two",
      "table",
      "picture icon ",
      "table",
      "figure led|Three",
      "picture led too link",
    ]);
    for (const [format, name] of [
      ["html", "b.html"],
      ["markdown", "b.md"],
      ["gaterope", "b.gaterope.json"],
    ] as const satisfies readonly (readonly [TextFormatName, string])[]) {
      let trip = read(name, writeFile(first, format).text);
      trip = read(name, writeFile(trip, format).text);
      expect(counted(trip)).toEqual(counted(first));
    }
  });
});
