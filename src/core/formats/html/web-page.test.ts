import { describe, expect, test } from "@jest/globals";
import { asKind, idOf, documentTitle } from "@/core/document";
import { indexDocument } from "@/core/index";
import { readFile } from "@/core/formats";

function read(html: string, all = false) {
  const result = readFile("page.html", new TextEncoder().encode(html), { all });
  if (!result.ok) throw new Error(result.error.reason);
  const { doc } = result.manuscript;
  const lists = doc.content.content.flatMap((block) => {
    const list = asKind(block, "contents_list");
    return list
      ? [{ heading: list.heading, from: list.from, to: list.to, of: list.list.of, id: idOf(block) }]
      : [];
  });
  return {
    doc,
    title: documentTitle(doc),
    words: doc.textBetween(0, doc.content.size, "\n", "\n").replace(/\n+/g, "\n").trim(),
    lists,
    links: indexDocument(doc).links.map(({ text, target }) => ({ text, to: target.kind })),
    dropped: Object.fromEntries(result.dropped.map(({ what, count }) => [what, count])),
  };
}

const site = (
  main: string,
  more = "",
) => `<!DOCTYPE html><html><head><title>Mooring – Harbour handbook</title></head>
<body><header role="banner"><a href="/">Harbour handbook</a><form role="search"><input><button>Go</button></form></header>
<div id="side"><nav><ul><li><a href="a.html">Start</a></li><li><a href="b.html">Tides</a></li></ul></nav></div>
${main}
<nav aria-label="Page navigation"><a href="a.html">Previous</a> <a href="b.html">Next</a></nav>${more}
<footer id="foot"><p>Copyright by the harbour</p></footer></body></html>`;

describe("what stands around the text of a web page", () => {
  test("stays out where the page says what its text is, is counted, and comes in where it is asked for", () => {
    const page = site(
      "<main><h1>Mooring</h1><p>Lay the rope in turns. <a href='#foot'>Whose it is</a></p></main>",
    );
    const { words, title, dropped, links } = read(page);
    expect(words).toBe("Mooring\nLay the rope in turns. Whose it is");
    expect(title).toBe("Mooring");
    expect(dropped).toMatchObject({
      "navigation of the web page": 2,
      "banner of the web page": 1,
      "footer of the web page": 1,
      "link to what was left out of the web page": 1,
    });
    expect(links).toEqual([{ text: "Whose it is", to: "top" }]);
    expect(read(page, true).words).toContain("Copyright by the harbour");
    expect(read(page, true).dropped).not.toHaveProperty(["navigation of the web page"]);
  });

  test("is told by roles as well, and words beside all landmarks go too", () => {
    const { words, dropped } = read(
      `<body><div>A line of the site</div><div role="main"><h2>Tides</h2><aside>Twice a day.</aside><nav>Up and down</nav></div><div role="complementary">News</div></body>`,
    );
    expect(words).toBe("Tides\nTwice a day.\nUp and down");
    expect(dropped).toEqual({ "part of the web page beside its text": 1, "side column of the web page": 1 });
  });

  test("without a main part, landmarks outside articles go, and all else stays", () => {
    const { words } = read(
      `<body><header>Site</header><nav>Menu</nav><article><header><h1>Ropes</h1></header><p>Long.</p><footer>By Ida Quay</footer></article><p>More.</p><footer>Rights</footer></body>`,
    );
    expect(words).toBe("Ropes\nLong.\nBy Ida Quay\nMore.");
  });

  test("a page that does not say what its text is keeps its header, side notes and footer", () => {
    const { words } = read(
      `<body><header><h1>Ropes</h1><p>By Ida Quay</p></header><nav>Menu</nav><p>Long.</p><aside>Keep dry.</aside><footer>1998</footer></body>`,
    );
    expect(words).toBe("Ropes\nBy Ida Quay\nLong.\nKeep dry.\n1998");
  });

  test("the only title of a page stays where it stands beside the text, that of a site does not", () => {
    const page = (h1: string) =>
      `<head><title>Mooring | Harbour</title></head><body><header><h1>${h1}</h1></header><main><h2>Ropes</h2><p>Long.</p></main></body>`;
    expect(read(page("Mooring")).words).toBe("Mooring\nRopes\nLong.");
    expect(read(page("Harbour handbook")).words).toBe("Ropes\nLong.");
  });

  test("words of notes stay, wherever they stand", () => {
    const { doc, words } = read(
      `<body><main><p>Deep<sup id="r1"><a href="#n1" role="doc-noteref">1</a></sup> water.</p></main><aside role="doc-footnote" id="n1">Six fathoms. <a href="#r1" role="doc-backlink">back</a></aside><div><ol><li>Advertisement</li></ol></div></body>`,
    );
    let notes = "";
    doc.descendants((node) => {
      if (asKind(node, "note")) notes += node.textContent;
    });
    expect(notes).toBe("Six fathoms.");
    expect(words).not.toContain("Advertisement");
  });

  test("many landmarks and deep nesting are read in a time in step with the length of the page", () => {
    const page = `<body>${"<nav><div><ul>".repeat(3_000)}${"<nav>x</nav><p>y</p>".repeat(5_000)}</body>`;
    expect(read(page).words).toContain("x\ny");
    expect(read(`<body>${"<nav>x</nav><p>y</p>".repeat(5_000)}</body>`).words.length).toBe(9_999);
  });
});

const sections = ["Ropes", "Knots", "Tides"]
  .map(
    (name, i) => `<h2 id="s${i}">${name}</h2><p>About them.</p><h3 id="t${i}">More of ${name}</h3><p>…</p>`,
  )
  .join("");
const links = (prefix: string) =>
  ["Ropes", "Knots", "Tides"]
    .map((name, i) => `<li><a href="#${prefix}${i}">${prefix === "t" ? "More of " : ""}${name}</a></li>`)
    .join("");

describe("the contents list of a page", () => {
  test("is known where its links name the file itself, and where it is a list of terms", () => {
    const terms = ["Ropes", "Knots", "Tides"]
      .map((name, i) => `<dt><a href="page.html#s${i}">${i + 1}. ${name}</a></dt>`)
      .join("");
    const titled = `<div class="toc"><p><b>Table of Contents</b></p><dl>${terms}</dl></div>`;
    expect(read(`<h1>Harbour</h1>${titled}${sections}`).lists).toMatchObject([
      { heading: "Table of Contents", from: 2, to: 2, of: undefined },
    ]);
    expect(read(`<h1>Harbour</h1><dl>${terms}</dl>${sections}`).lists).toHaveLength(1);
    // Those of another page are no contents list of this one.
    expect(read(`<h1>Harbour</h1>${titled.replaceAll("page.html", "other.html")}${sections}`).lists).toEqual(
      [],
    );
  });

  test("becomes the living one where it stands, with its title, levels and place", () => {
    const {
      lists,
      words,
      links: led,
    } = read(
      `<body><h1>Harbour</h1><h2 id="top-list">Contents</h2><ul id="toc">${links("s")}</ul>${sections}<p><a href="#toc">Up</a> <a href="#top-list">to the list</a></p></body>`,
    );
    expect(lists).toMatchObject([{ heading: "Contents", from: 2, to: 2, of: undefined }]);
    expect(words.split("\n").slice(0, 3)).toEqual(["Harbour", "Ropes", "About them."]);
    expect(led).toEqual([
      { text: "Up", to: "destination" },
      { text: "to the list", to: "destination" },
    ]);
  });

  test("one that stood beside the text comes behind the title", () => {
    const { doc, lists } = read(
      `<body><div class="sidebar"><nav id="toc"><p>On this page</p><ol>${links("s")}</ol></nav></div><main><h1>Harbour</h1>${sections}</main></body>`,
    );
    expect(lists).toMatchObject([{ heading: "On this page", from: 2, to: 2 }]);
    expect(asKind(doc.child(1), "contents_list")).not.toBeNull();
  });

  test("its links may lead to sections that begin with a line of links, and links to it lead to the living one", () => {
    const parts = ["Ropes", "Knots", "Tides"]
      .map(
        (name, i) =>
          `<div id="p${i}"><div class="nav"><p>Next: <a href="#SEC">Contents</a></p></div><h2>${name}</h2><p>…</p></div>`,
      )
      .join("");
    const { lists, links: led } = read(
      `<body><h1>Harbour</h1><div class="contents" id="SEC"><ul>${links("p")}</ul></div>${parts}</body>`,
    );
    expect(lists).toHaveLength(1);
    expect(led).toHaveLength(3);
    expect(led.every(({ to }) => to === "destination")).toBe(true);
  });

  test("one of a section alone is one of its section", () => {
    const { lists } = read(
      `<body><h1>Ropes</h1><ul>${links("s")}</ul>${sections}<h1>Anchors</h1><h2 id="x">Iron</h2><h2 id="y">Stone</h2><h2 id="z">Wood</h2><p>…</p></body>`,
    );
    expect(lists).toMatchObject([{ of: "section", heading: "" }]);
  });

  test("a list with words of its own, in another order, or with other links stays a list", () => {
    const page = (list: string) => read(`<body><h1>Harbour</h1><ul>${list}</ul>${sections}</body>`).lists;
    expect(page(links("s"))).toHaveLength(1);
    expect(
      page(links("s").replaceAll("</a>", "</a>, which are explained at length for those who never saw one")),
    ).toEqual([]);
    expect(
      page(
        `<li><a href="#s2">Tides</a></li><li><a href="#s1">Knots</a></li><li><a href="#s0">Ropes</a></li>`,
      ),
    ).toEqual([]);
    expect(page(links("s").replace("#s1", "other.html"))).toEqual([]);
    expect(
      page(
        `<li><a href="#s0">First</a></li><li><a href="#s1">Second</a></li><li><a href="#s2">Third</a></li>`,
      ),
    ).toEqual([]);
    expect(
      page(
        `<li><a href="#s0">Ropes</a></li><li><a href="#t0">More of Ropes</a></li><li><a href="#t1">More of Knots</a></li>`,
      ),
    ).toEqual([]);
  });
});

describe("signs beside headings that only tell their address", () => {
  test("are no part of them, and their ids stay", () => {
    const { doc, links: led } = read(
      `<body><h1>Harbour<a class="headerlink" href="#harbour">¶</a></h1><h2>About<span><a class="mark" href="#about" id="about">#</a></span></h2><h2 id="ropes"><a class="header" href="#ropes">Ropes</a></h2><h2 id="c"># <a href="#ropes">see ropes</a></h2><p><a href="#about">Up</a></p></body>`,
    );
    expect(indexDocument(doc).headings.map(({ name }) => name)).toEqual([
      "Harbour",
      "About",
      "Ropes",
      "# see ropes",
    ]);
    expect(led.map(({ text, to }) => `${text} ${to}`)).toEqual(["see ropes destination", "Up destination"]);
  });
});
