import { describe, expect, test } from "@jest/globals";
import { createDocument, schema } from "@/core/document";
import { paragraph } from "#tests/editing";
import { readText } from "#tests/reading";
import { writeFile } from ".";
import { cpuTime } from "#tests/cpu-time";

const { notice, notice_title } = schema.nodes;

const read = (name: string, text: string) => readText(name, text).doc;
const first = (name: string, text: string) => {
  const block = read(name, text).child(0);
  return `${block.attrs.kind as string} ${block.toString()}`;
};
const plain = (kind: string) => `${kind} notice(notice_title, paragraph("Mind the dome."))`;
const titled = (kind: string) => `${kind} notice(notice_title("At night"), paragraph("Mind the dome."))`;

describe("a notice of HTML", () => {
  test.each([
    [
      "admonition",
      `<div class="admonition warning"><p class="admonition-title">Warning</p><p>Mind the dome.</p></div>`,
    ],
    ["alert", `<div class="alert alert-warning" role="alert">Mind the dome.</div>`],
    ["class alone", `<div class="warning">Mind the dome.</div>`],
    ["aside", `<aside class="warning"><p>Mind the dome.</aside>`],
    [
      "heading",
      `<div class="warning"><h3 class="title">Warning:</h3><div class="body"><p>Mind the dome.</p></div></div>`,
    ],
    [
      "marked",
      `<div class="markdown-alert markdown-alert-warning"><p class="markdown-alert-title">Warning</p><p>Mind the dome.</p></div>`,
    ],
    [
      "table",
      `<div class="admonitionblock warning"><table><tr><td class="icon"><div class="title">Warning</div></td><td class="content">Mind the dome.</td></tr></table></div>`,
    ],
    [
      "quotation",
      `<div class="alert alert-warning"><blockquote><p class="alert-title"><svg><path d="M1 1"/></svg> Warning</p><p>Mind the dome.</p></blockquote></div>`,
    ],
    ["own", `<aside class="notice" data-notice="warning"><p>Mind the dome.</p></aside>`],
  ])("as other tools write it: %s", (_name, html) => {
    expect(first("a.html", html)).toBe(plain("warning"));
  });

  test("keeps a title of its own, and what it is about keeps its links", () => {
    expect(
      first(
        "a.html",
        `<div class="admonition tip"><p class="admonition-title">At night</p><p>Mind the dome.</p></div>`,
      ),
    ).toBe(titled("tip"));
  });

  test.each([
    `<div class="note-list">x</div>`,
    `<p class="warning">x</p>`,
    `<span class="tip">x</span>`,
    `<div class="alert">x</div>`,
  ])("is not taken for what is none: %s", (html) => {
    expect(first("a.html", html)).toBe('undefined paragraph("x")');
  });

  test("keeps what leads to its title, though that says no more than its kind", () => {
    const doc = read(
      "a.html",
      `<p><a href="#w">See</a></p><div class="warning"><h3 class="title" id="w">Warning</h3><p>x</p></div><aside class="tip"><p class="title"><a href="https://example.org/">Tip</a></p>y</aside>`,
    );
    expect(doc.child(1).toString()).toBe('notice(notice_title(bookmark_point, "Warning"), paragraph("x"))');
    expect(doc.child(2).toString()).toBe('notice(notice_title(link("Tip")), paragraph("y"))');
  });

  test("that is empty is left out; one with a title alone keeps that; nested and half of one keep all words", () => {
    expect(read("a.html", `<p>x</p><div class="admonition note"></div>`).childCount).toBe(1);
    expect(
      first("a.html", `<aside data-notice="danger"><p class="notice-title">High voltage</p></aside>`),
    ).toBe('danger notice(notice_title("High voltage"), paragraph)');
    const deep = read("a.html", `<aside data-notice="note"><p>w</p>`.repeat(60));
    expect(deep.textContent.match(/w/g)).toHaveLength(60);
    expect(() => deep.check()).not.toThrow();
    expect(
      first("a.html", `<div class="note"><h2>A</h2><p>b</p><figure><img src="x" alt="c"></figure><ul><li>d`),
    ).toContain("bullet_list");
  });
});

describe("a notice of Markdown", () => {
  test.each([
    ["quotation", "> [!WARNING]\n> Mind the dome.\n", plain("warning")],
    ["quotation with a title", "> [!tip]+ At night\n>\n> Mind the dome.\n", titled("tip")],
    ["colons", "::: danger\nMind the dome.\n:::\n", plain("danger")],
    ["colons with a title", "::: note At night\nMind the dome.\n:::\n", titled("note")],
    ["exclamation marks", '!!! caution "At night"\n    Mind the dome.\n', titled("caution")],
  ])("as other tools write it: %s", (_name, markdown, expected) => {
    expect(first("a.md", markdown)).toBe(expected);
  });

  test("goes on over blocks of any kind, and ends where it does", () => {
    const doc = read(
      "a.md",
      "::: note\n- one\n\n```\n:::\n```\n\n:::: tip\ninner\n::::\n:::\n\nAfter.\n\n!!! tip\n    a\n\n        code\nb\n",
    );
    expect(doc.content.content.map(String)).toEqual([
      'notice(notice_title, bullet_list(list_item(paragraph("one"))), code_block(":::"), notice(notice_title, paragraph("inner")))',
      'paragraph("After.")',
      'notice(notice_title, paragraph("a"), code_block("code"))',
      'paragraph("b")',
    ]);
  });

  test.each([
    "> [!SOMETHING] x\n",
    "> [link] x\n",
    "::: figure\nx\n:::\n",
    "```\n::: note\n!!! tip\n```\n",
    "Say !!! note\n",
  ])("is not taken for what is none: %j", (markdown) => {
    expect(read("a.md", markdown).toString()).not.toContain("notice");
  });

  test("ends where its own colons do, whatever other colons stand in it", () => {
    const doc = read("a.md", "::: note\nOne.\n\n::: figure\nTwo.\n:::\n\nThree.\n:::\n\nBehind.\n");
    expect(doc.childCount).toBe(2);
    expect(doc.lastChild!.textContent).toBe("Behind.");
  });

  test("takes seconds for no number of signs, however deep and however many spaces", () => {
    const time = cpuTime(() => {
      const deep = read("a.md", "::: note\nw\n".repeat(20_000));
      expect(deep.textContent.match(/w/g)).toHaveLength(20_000);
      const wide = read("a.md", `!!! note${" ".repeat(200_000)}"x\n    w\n`);
      expect(wide.textContent).toContain("w");
    });
    expect(time).toBeLessThan(10_000);
  });

  test("is written as a quotation with a sign, whose words can be read anywhere", () => {
    const doc = createDocument([
      notice.create({ kind: "warning" }, [notice_title.create(), paragraph("Mind the dome.")]),
      notice.create({ kind: "tip" }, [
        notice_title.create(null, schema.text("At night")),
        paragraph("Look up."),
      ]),
    ]);
    const { text } = writeFile({ doc, pictures: new Map() }, "markdown");
    expect(text).toContain("> [!WARNING]\n>\n> Mind the dome.");
    expect(text).toContain("> [!TIP] At night\n>\n> Look up.");
  });

  test("is not made of words that only look like one", () => {
    const doc = createDocument([
      schema.nodes.quotation.create(null, paragraph("[!NOTE] said somebody")),
      paragraph("!!! note"),
      paragraph("::: note"),
      paragraph("??? tip"),
    ]);
    const { text } = writeFile({ doc, pictures: new Map() }, "markdown");
    expect(read("a.md", text).content.content.map(String)).toEqual(doc.content.content.map(String));
  });
});
