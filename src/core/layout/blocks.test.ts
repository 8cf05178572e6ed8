import { describe, expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { heading, paragraph } from "#tests/editing";
import { indexDocument } from "@/core/index";
import { laidOut } from "#tests/page-fonts";
import {
  createDocument,
  FIRST_SETUP,
  FIRST_SHEET,
  MAX_ENTRIES_IN_PAGE_LINE,
  schema,
  type DestinationId,
  type ListOptions,
  type PageRule,
  type ReturnRule,
  type StyleSheet,
  newId,
} from "@/core/document";
import { readFile as readDocument } from "@/core/formats";
import { drawPage, type DrawnWords, type PageDrawing, type PageLayout } from ".";

const { nodes } = schema;
const { margins, width, height } = FIRST_SETUP;
const LEFT = margins.left;
const RIGHT = width - margins.right;

const markdown = (text: string) => {
  const read = readDocument("a.md", new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.error.reason);
  return read.manuscript.doc;
};
const withSheet = (doc: Node, sheet: Partial<StyleSheet>) =>
  doc.type.create({ ...doc.attrs, styles: { ...FIRST_SHEET, ...sheet } }, doc.content);
const words = (drawing: PageDrawing) =>
  drawing.items.filter((item): item is DrawnWords => item.kind === "words");
const find = (drawing: PageDrawing, text: string) => {
  const found = words(drawing).find((item) => item.text.includes(text));
  if (!found) throw new Error(`“${text}” is not on the page`);
  return found;
};
const first = async (doc: Node) => drawPage(await laidOut(doc), 0);
const fill = (lines: number) => Array.from({ length: lines }, () => paragraph("a line"));

describe("lists", () => {
  test("have their signs before their words, and what is deeper stands further in", async () => {
    const page = await first(markdown("- one\n  - deeper\n\n3. three\n4. four\n"));
    expect(find(page, "•").x).toBeLessThan(find(page, "one").x);
    expect(find(page, "–").x).toBeGreaterThan(find(page, "•").x);
    expect(find(page, "deeper").x).toBeGreaterThan(find(page, "one").x);
    expect(find(page, "3.").y).toBeCloseTo(find(page, "three").y);
    expect(find(page, "4.").y).toBeGreaterThan(find(page, "3.").y);
    expect(find(page, "•").tag).toMatchObject({ role: "Lbl", parent: { role: "LI", parent: { role: "L" } } });
    expect(find(page, "one").tag).toMatchObject({ role: "P", parent: { role: "LBody" } });
  });

  test("give long numbers the room that they need", async () => {
    const doc = createDocument([
      nodes.ordered_list.create({ start: 999_998 }, [
        nodes.list_item.create(null, paragraph("first")),
        nodes.list_item.create(null, paragraph("second")),
      ]),
    ]);
    const page = await first(doc);
    const sign = find(page, "999999.");
    expect(sign.x).toBeGreaterThanOrEqual(LEFT - 0.01);
    expect(sign.x + sign.width).toBeLessThan(find(page, "second").x);
  });
});

describe("definition lists", () => {
  test("have terms in bold, what they mean further in, and are told as items of a list", async () => {
    const page = await first(markdown("Pin\n: A bolt\n\n  of iron\n\nGate\n: A door\n"));
    expect(find(page, "Pin").x).toBeCloseTo(LEFT);
    expect(find(page, "Pin").font).toMatch(/bold|700/);
    expect(find(page, "A bolt").x).toBeGreaterThan(LEFT + 8);
    expect(find(page, "of iron").x).toBeCloseTo(find(page, "A bolt").x);
    const item = find(page, "Pin").tag!.parent;
    expect(find(page, "Pin").tag).toMatchObject({
      role: "Lbl",
      parent: { role: "LI", parent: { role: "L" } },
    });
    expect(find(page, "A bolt").tag).toMatchObject({ role: "P", parent: { role: "LBody" } });
    expect(find(page, "A bolt").tag!.parent!.parent).toBe(item);
    expect(find(page, "Gate").tag!.parent).not.toBe(item);
  });

  test("keep a term on the page of its definition", async () => {
    const list = markdown("Pin\n: A bolt\n").child(0);
    for (let lines = 30; lines < 60; lines++) {
      const layout = await laidOut(createDocument([...fill(lines), list]));
      const pages = layout.pages.map((_, i) => words(drawPage(layout, i)));
      const on = (text: string) => pages.findIndex((page) => page.some((item) => item.text.includes(text)));
      expect(on("Pin")).toBe(on("A bolt"));
    }
  });
});

describe("notices", () => {
  test("have an icon, a title or the word for their kind, and a bar over all of their lines", async () => {
    const page = await first(markdown("> [!WARNING]\n> one\n>\n> two\n\n> [!TIP] Look up\n> three\n"));
    expect(find(page, "Warning").font).toMatch(/700/);
    expect(find(page, "Look up").y).toBeLessThan(find(page, "three").y);
    expect(() => find(page, "Tip")).toThrow();
    const bars = page.items.filter((item) => item.kind === "fill" && item.width < 4 && item.height > 8);
    for (const text of ["Warning", "one", "two", "Look up", "three"])
      expect(
        bars.some(
          (bar) =>
            bar.kind === "fill" && bar.y < find(page, text).y && bar.y + bar.height > find(page, text).y,
        ),
      ).toBe(true);
    const strokes = page.items.filter((item) => item.kind === "stroke");
    const { x, y } = find(page, "Warning");
    expect(strokes.some((line) => line.x < x && Math.abs(line.y - y) < 14)).toBe(true);
    expect(find(page, "one").x).toBeCloseTo(x);
  });

  test("keep their title on the page of what they say", async () => {
    const notice = markdown("> [!NOTE]\n> one\n").child(0);
    for (let lines = 30; lines < 60; lines++) {
      const layout = await laidOut(createDocument([...fill(lines), notice]));
      const pages = layout.pages.map((_, i) => words(drawPage(layout, i)));
      const on = (text: string) => pages.findIndex((page) => page.some((item) => item.text.includes(text)));
      expect(on("Note")).toBe(on("one"));
    }
  });
});

test("items have their counts and boxes before them, in one line with their words", async () => {
  const page = await first(
    markdown(
      `<ol type="i" data-before="(" data-after=")" start="7"><li>one</li><li>two</li></ol>\n\nx\n\n<ol data-continues="true"><li>three</li></ol>\n\n- [x] done\n- [ ] open\n`,
    ),
  );
  const beside = (sign: string, text: string) => {
    expect(find(page, sign).y).toBeCloseTo(find(page, text).y);
    expect(find(page, sign).x).toBeLessThan(find(page, text).x);
  };
  beside("(vii)", "one");
  beside("(viii)", "two");
  beside("9.", "three");
  beside("□", "done");
  const boxes = words(page).filter(({ text }) => text === "□");
  expect(boxes.map(({ tag }) => tag?.alt)).toEqual(["Done", "To do"]);
  const ticks = page.items.filter((item) => item.kind === "stroke");
  expect(ticks).toHaveLength(2);
  for (const tick of ticks) expect(Math.abs(tick.y - boxes[0]!.y)).toBeLessThan(boxes[0]!.size);
});

test("a list that goes on counts again when the one before it grows, though it did not change itself", async () => {
  const item = () => nodes.list_item.create(null, nodes.paragraph.create(null, schema.text("x")));
  const more = nodes.ordered_list.create({ id: newId(), continues: true }, item());
  const counted = (...items: ReturnType<typeof item>[]) => nodes.ordered_list.create({ id: newId() }, items);
  const earlier = await laidOut(createDocument([counted(item()), more]));
  expect(find(drawPage(earlier, 0), "2.")).toBeDefined();
  const later = await laidOut(createDocument([counted(item(), item()), more]), { earlier });
  expect(find(drawPage(later, 0), "3.")).toBeDefined();
});

test("words in another language are divided by its rules, and told of as such", async () => {
  const language = (tag: string) => schema.marks.language.create({ language: tag });
  const word = "Donaudampfschifffahrtsgesellschaftskapitän";
  const narrow = (mark: boolean) =>
    createDocument(
      [nodes.paragraph.create(null, schema.text(`${word} `.repeat(12), mark ? [language("de")] : []))],
      { language: "en" },
    );
  const ends = async (mark: boolean) => {
    const page = drawPage(await laidOut(narrow(mark)), 0);
    return words(page).map(({ text }) => text);
  };
  expect(await ends(true)).not.toEqual(await ends(false));
  const page = drawPage(await laidOut(narrow(true)), 0);
  expect(words(page)[0]!.tag).toMatchObject({ role: "Span", language: "de", parent: { role: "P" } });
});

test("a quotation has a bar at its side over all of its lines, code a ground", async () => {
  const page = await first(markdown(`> one\n>\n> two\n\n\`\`\`\nlet x;\nlet y;\n\`\`\`\n`));
  const fills = page.items.filter((item) => item.kind === "fill");
  const covers = (text: string) => {
    const { y } = find(page, text);
    return fills.filter((item) => item.y < y && item.y + item.height > y);
  };
  expect(covers("one")).toHaveLength(1);
  expect(covers("two")[0]!.width).toBeLessThan(4);
  expect(covers("let x;")[0]!.width).toBeCloseTo(RIGHT - LEFT, 0);
  // Between its two paragraphs the bar goes on.
  const [above, below] = [covers("one")[0]!, covers("two")[0]!];
  expect(above.y + above.height).toBeGreaterThanOrEqual(below.y - 0.01);
});

describe("tables", () => {
  const cell = (text: string, attrs: object = {}) => nodes.table_cell.create(attrs, paragraph(text));
  const table = (...rows: Node[][]) =>
    nodes.table.create({ id: "tab0000001" }, [
      nodes.table_caption.create(null, schema.text("About it")),
      nodes.table_grid.create(
        null,
        rows.map((cells) => nodes.table_row.create(null, cells)),
      ),
    ]);

  test("keep their caption with their first rows", async () => {
    for (let before = 24; before < 34; before++) {
      const layout = await laidOut(createDocument([...fill(before), table([cell("alpha")], [cell("beta")])]));
      const pageOf = (text: string) =>
        layout.pages.findIndex((_, page) =>
          words(drawPage(layout, page)).some((item) => item.text.includes(text)),
        );
      expect(pageOf("About it")).toBe(pageOf("alpha"));
    }
  });

  test("keep rows together over which a cell goes", async () => {
    const merged = table(
      [cell("tall", { rowspan: 3 }), cell("one")],
      [cell("two")],
      [cell("three")],
      [cell("free"), cell("last")],
    );
    for (let before = 20; before < 34; before++) {
      const layout = await laidOut(createDocument([...fill(before), merged]));
      const pages = ["tall", "one", "two", "three"].map((text) =>
        layout.pages.findIndex((_, page) => words(drawPage(layout, page)).some((item) => item.text === text)),
      );
      expect(new Set(pages).size).toBe(1);
    }
  });

  test("give columns the room that their words need, and chosen widths their proportion", async () => {
    const page = await first(
      createDocument([
        table(
          [cell("short"), cell("many more words than in the other column of it ".repeat(3))],
          [cell("b"), cell("c")],
        ),
      ]),
    );
    expect(find(page, "many").x - LEFT).toBeLessThan((RIGHT - LEFT) / 3);
    expect(find(page, "c").x).toBeCloseTo(find(page, "many").x);
    const chosen = await first(
      createDocument([table([cell("x", { colwidth: [300] }), cell("y", { colwidth: [100] })])]),
    );
    expect((find(chosen, "y").x - LEFT) / (RIGHT - LEFT)).toBeCloseTo(0.75, 1);
  });

  test("of more columns than there is room for stay within the page", async () => {
    const page = await first(
      createDocument([table(Array.from({ length: 40 }, (_, i) => cell(`column${i}`)))]),
    );
    for (const item of words(page)) expect(item.x).toBeLessThan(RIGHT);
  });

  test("tell what heads what", async () => {
    const page = await first(markdown("| Name | Sign |\n| --- | --- |\n| alpha | beta |\n"));
    expect(find(page, "Name").tag).toMatchObject({ role: "P", parent: { role: "TH", scope: "Column" } });
    expect(find(page, "beta").tag).toMatchObject({ parent: { role: "TD", parent: { role: "TR" } } });
  });
});

describe("figures", () => {
  const picture = `${"a".repeat(64)}.png`;
  const figure = (attrs: object, caption = "The dome") =>
    nodes.figure.create({ picture, id: "fig0000001", ...attrs }, caption ? schema.text(caption) : []);

  test("stand in the width and at the side that was chosen, their caption below", async () => {
    for (const [attrs, wide, x] of [
      [{}, 300, (LEFT + RIGHT - 300) / 2],
      [{ width: 50 }, (RIGHT - LEFT) / 2, LEFT + (RIGHT - LEFT) / 4],
      [{ width: 50, place: "left" }, (RIGHT - LEFT) / 2, LEFT],
      [{ width: 50, place: "right" }, (RIGHT - LEFT) / 2, LEFT + (RIGHT - LEFT) / 2],
    ] as const) {
      const page = await first(createDocument([figure(attrs)]));
      const [drawn] = page.items.filter((item) => item.kind === "picture");
      expect(drawn!.width).toBeCloseTo(wide, 1);
      expect(drawn!.x).toBeCloseTo(x, 1);
      expect(drawn!.height / drawn!.width).toBeCloseTo(0.75);
      expect(find(page, "The dome").y).toBeGreaterThan(drawn!.y + drawn!.height);
    }
  });

  test("never leave their caption behind", async () => {
    for (let before = 10; before < 26; before++) {
      const layout = await laidOut(createDocument([...fill(before), figure({})]));
      layout.pages.forEach((_, number) => {
        const page = drawPage(layout, number);
        const shown = page.items.some((item) => item.kind === "picture");
        expect(words(page).some(({ text }) => text.includes("The dome"))).toBe(shown);
      });
    }
  });

  test("without a picture show their words in a frame", async () => {
    const page = await first(createDocument([figure({ picture: "", alt: "A dome at night" })]));
    expect(find(page, "A dome at night").tag).toMatchObject({ role: "Figure", alt: "A dome at night" });
    expect(page.items.filter((item) => item.kind === "stroke" && item.dotted)).toHaveLength(4);
  });
});

describe("pictures in lines", () => {
  const icon = (carried: object = {}) =>
    nodes.picture.create({ picture: `${"b".repeat(64)}.png`, alt: "Key", ...carried });
  const drawn = async (
    content: Parameters<typeof nodes.paragraph.create>[1],
    size = { width: 32, height: 16 },
  ) => {
    const layout = await laidOut(createDocument([nodes.paragraph.create(null, content)]), { picture: size });
    return drawPage(layout, 0);
  };

  test("stand between the words, on their line, as large as is asked for", async () => {
    const page = await drawn([schema.text("Press "), icon({ height: 200 }), schema.text(" now")]);
    const [picture] = page.items.filter((item) => item.kind === "picture");
    const { size } = FIRST_SHEET.styles.body;
    expect(picture!.height).toBeCloseTo(2 * size);
    expect(picture!.width).toBeCloseTo(4 * size);
    expect(picture!.x).toBeGreaterThan(find(page, "Press").x);
    expect(find(page, "now").x).toBeGreaterThanOrEqual(picture!.x + picture!.width - 0.01);
    const bottom = picture!.y + picture!.height;
    expect(bottom).toBeGreaterThan(find(page, "now").y);
    expect(bottom).toBeLessThan(find(page, "now").y + size / 2);
    expect(picture!.tag).toMatchObject({ role: "Figure", alt: "Key", parent: { role: "P" } });
  });

  test("never leave the text, and words go on in the next line", async () => {
    const wide = icon({ picture: `${"c".repeat(64)}.png` });
    const page = await drawn([wide, schema.text(" behind")], { width: 4_000, height: 1_000 });
    const [picture] = page.items.filter((item) => item.kind === "picture");
    expect(picture!.x + picture!.width).toBeLessThanOrEqual(RIGHT + 0.01);
    expect(find(page, "behind").y).toBeGreaterThan(picture!.y + picture!.height);
    const tall = await drawn([icon({ picture: `${"d".repeat(64)}.png` })], { width: 10, height: 9_000 });
    const [high] = tall.items.filter((item) => item.kind === "picture");
    expect(high!.height).toBe(400);
  });

  test("that are missing have room for all their words, however many, and never more than a page", async () => {
    const missing = (alt: string) => nodes.figure.create({ id: newId(), picture: "", alt });
    const words = (count: number) => "a lamp beside the dome ".repeat(count);
    const layout = await laidOut(
      createDocument([missing("short"), missing(words(60)), missing(words(3_000))]),
    );
    const frames = layout.flows.map(({ strips }) => strips[0]!);
    for (const { height, content } of frames) {
      if (content.kind !== "picture") throw new Error("no picture");
      const lines = content.words!.lines.reduce((sum, line) => sum + line.height, 0);
      expect(lines).toBeLessThan(height);
      expect(height).toBeLessThan(700);
    }
    expect(frames[0]!.height).toBe(72);
    expect(frames[1]!.height).toBeGreaterThan(150);
  });

  test("that are missing are told of in words; decorations are no part of what is read", async () => {
    const page = await drawn([schema.text("Press "), icon({ picture: "" }), icon({ decorative: true })]);
    expect(find(page, "[Key]").x).toBeGreaterThan(find(page, "Press").x);
    expect(page.items.filter((item) => item.kind === "picture").map(({ tag }) => tag)).toEqual([null]);
  });
});

test("equations are drawn with their number at the right, and made smaller where they are too wide", async () => {
  const equation = (tex: string) => nodes.equation.create({ tex, id: `eq${tex.length}`.padEnd(10, "0") });
  const page = await first(
    createDocument([
      equation("a^2 + b^2 = c^2"),
      equation(Array.from({ length: 90 }, (_, i) => `x_{${i}}`).join("+")),
    ]),
  );
  const [small, wide] = page.items.filter((item) => item.kind === "shapes");
  expect(small!.size).toBe(FIRST_SHEET.styles.body.size);
  expect(wide!.size).toBeLessThan(small!.size);
  expect(wide!.x).toBeGreaterThanOrEqual(LEFT - 0.01);
  expect(wide!.x + wide!.outlines.width * wide!.size).toBeLessThanOrEqual(RIGHT + 0.01);
  const number = find(page, "(1)");
  expect(number.x + number.width).toBeCloseTo(RIGHT, 0);
  expect(number.y).toBeCloseTo(small!.y, 0);
});

test("an equation with a fault stands as it was typed, in a line and in its own", async () => {
  const formula = nodes.formula.create({ tex: "\\frac{a" });
  const page = await first(
    createDocument([
      nodes.paragraph.create(null, [schema.text("before "), formula, schema.text(" after")]),
      nodes.equation.create({ tex: "\\oops{", id: "eq00000001" }),
    ]),
  );
  expect(find(page, "\\frac{a").font).toMatch(/^mono/);
  expect(find(page, "after").x).toBeGreaterThan(
    find(page, "\\frac{a").x + find(page, "\\frac{a").width - 0.01,
  );
  expect(find(page, "\\oops{")).toBeDefined();
});

test("endnotes stand after the text, each under its sign", async () => {
  const note = (text: string) =>
    nodes.note.create({ id: `n${text}`.padEnd(10, "0"), place: "end" }, schema.text(text));
  const doc = createDocument([
    nodes.paragraph.create(null, [schema.text("first"), note("alpha")]),
    nodes.paragraph.create(null, [schema.text("second"), note("beta")]),
  ]);
  const page = await first(doc);
  const order = words(page).map(({ text }) => text.trim());
  expect(order.join(" ")).toMatch(/first i second ii i alpha ii beta/);
  expect(page.links.map(({ target }) => target.kind)).toEqual(["note", "note"]);
});

/** Two sections behind a contents list, of so many paragraphs, with a rule for ways back. */
function inSections(paragraphs: readonly [number, number], returns: ReturnRule): Node {
  const doc = createDocument([
    nodes.contents_list.create({ id: "toc0000001" }),
    heading(1, "One"),
    ...fill(paragraphs[0]),
    heading(1, "Two"),
    ...fill(paragraphs[1]),
  ]);
  return doc.type.create({ ...doc.attrs, returns }, doc.content);
}

test("links back after sections stay with what is before them, and lead to the contents list", async () => {
  const layout = await laidOut(inSections([30, 3], { levels: [1], words: "Up" }));
  const pages = layout.pages.map((_, page) => drawPage(layout, page));
  const links = pages.flatMap((page) => page.links.filter((link) => link.words === "Up"));
  expect(links.map(({ target }) => target)).toEqual([
    { kind: "destination", id: "toc0000001" },
    { kind: "destination", id: "toc0000001" },
  ]);
  for (const page of pages) {
    const top = words(page)
      .filter(({ tag }) => tag)
      .sort((a, b) => a.y - b.y)[0];
    expect(top?.text).not.toBe("Up");
  }
});

test("steps stand beside the link back, and headings lead to their line in the contents list, where the rule says so", async () => {
  const doc = inSections([3, 3], { levels: [1], words: "", also: ["steps", "headings"] });
  const page = await first(doc);
  const [one, two] = indexDocument(doc).headings;
  const told = page.links.map(({ words: said, target }) => [
    said,
    target.kind === "destination"
      ? target.id
      : target.kind === "line"
        ? { line: target.of, page: target.page }
        : target.kind,
  ]);
  expect(told).toEqual(
    expect.arrayContaining([
      ["One", { line: one!.id, page: 0 }],
      ["Back to contents", "toc0000001"],
      ["Next: Two", two!.id],
      ["Previous: One", one!.id],
      ["Two", { line: two!.id, page: 0 }],
    ]),
  );
});

test("a heading leads to the page of a long contents list on which its line stands, or to the list where it has none", async () => {
  const many = Array.from({ length: 120 }, (_, i) => heading(i === 119 ? 2 : 1, `Part ${i}`));
  const made = createDocument([nodes.contents_list.create({ id: "toc0000001", to: 1 }), ...many], {
    title: "The parts",
  });
  const returns: ReturnRule = { levels: [], words: "", also: ["headings"] };
  const layout = await laidOut(made.type.create({ ...made.attrs, returns }, made.content));
  const drawn = layout.pages.flatMap((_, page) => drawPage(layout, page).links);
  const leads = (name: string) => drawn.find(({ words: said }) => said === name)!.target;
  expect(leads("Part 0")).toMatchObject({ kind: "line", page: 0 });
  const { page } = leads("Part 118") as { page: number };
  expect(page).toBeGreaterThan(0);
  expect(drawPage(layout, page).links.map(({ words: said }) => said)).toContainEqual(
    expect.stringMatching(/^Part 118 \d/),
  );
  expect(leads("Part 119")).toEqual({ kind: "destination", id: "toc0000001" });
});

test("a list stands without indents and dots where that is asked for", async () => {
  const list = (options: ListOptions) =>
    createDocument([
      nodes.contents_list.create({ id: "toc0000001", list: options }),
      heading(1, "One"),
      heading(2, "Deep"),
      heading(1, "Two"),
    ]);
  const shape = async (options: ListOptions) => {
    const drawing = await first(list(options));
    const dots = drawing.items.filter((item) => item.kind === "stroke" && item.dotted).length;
    return [dots, find(drawing, "Deep").x > LEFT + 1];
  };
  expect(await shape({})).toEqual([3, true]);
  expect(await shape({ flush: true, leaderless: true })).toEqual([0, false]);
});

describe("a menu", () => {
  const menu = (list: ListOptions) =>
    nodes.contents_list.create({ id: "toc0000001", heading: "", list: { pageless: true, ...list } });
  const parts = (count: number, name = "Part") =>
    Array.from({ length: count }, (_, i) => [heading(1, `${name} ${i + 1}`), ...fill(40)]).flat();
  const laid = (list: ListOptions, blocks: Node[], page: Partial<PageRule> = {}) => {
    const rule = { header: ["", "", ""], footer: ["", "{page}", ""], onFirst: true, ...page } as PageRule;
    return laidOut(withSheet(createDocument([menu(list), ...blocks]), { page: rule }));
  };

  test.each(["header", "footer"] as const)(
    "in the %s stands on each page, and not in the text",
    async (placed) => {
      const layout = await laid({ buttons: true, placed }, parts(3));
      const without = await laidOut(createDocument(parts(3)));
      expect(layout.pages).toHaveLength(without.pages.length);
      for (let page = 0; page < layout.pages.length; page++) {
        const drawing = drawPage(layout, page);
        const entries = drawing.links.filter(({ tag }) => tag === null).map(({ words: said }) => said);
        expect(entries).toEqual(["Part 1", "Part 2", "Part 3"]);
        const { y } = words(drawing).find(({ text, tag }) => text === "Part 1" && tag === null)!;
        expect(placed === "header" ? y < margins.top : y > height - margins.bottom).toBe(true);
      }
      expect(layout.placeOf("toc0000001" as DestinationId)).toMatchObject({ page: 0, strip: 0 });
    },
  );

  test("in the header keeps to the margins, however long its words, and shares the room", async () => {
    const layout = await laid({ buttons: true, placed: "header" }, [
      heading(1, "Short"),
      ...parts(30, "A title that is much too long for a menu in the header of a page"),
    ]);
    const { links } = drawPage(layout, 0);
    expect(links).toHaveLength(MAX_ENTRIES_IN_PAGE_LINE);
    expect(links[0]!.words).toBe("Short");
    for (const { boxes, words: said } of links.slice(1)) {
      expect(said).toMatch(/^A.*…$/);
      expect(boxes[0]!.x).toBeGreaterThan(LEFT);
      expect(boxes[0]!.x + boxes[0]!.width).toBeLessThan(RIGHT + 0.5);
    }
  });

  test("in the header of chapters with long names tells them apart by their numbers", async () => {
    const numbered = (name: string) => [
      heading(1, "Preface"),
      ...Array.from({ length: 9 }, (_, i) => heading(1, `Chapter ${i + 1}. ${name}`)),
    ];
    const said = async (name: string) => {
      const layout = await laid({ buttons: true, placed: "header" }, numbered(name));
      return drawPage(layout, 0).links.slice(0, 10).map(({ words: own }) => own); // prettier-ignore
    };
    const long = await said("The keeping of the lamp in winter");
    expect(long[0]).toBe("Preface");
    long.slice(1).forEach((own, i) => expect(own).toMatch(new RegExp(`^${i + 1}\\. T.*…$`)));
    expect((await said(""))[1]).toBe("1.");
  });

  test("alone in a document, or at its end, can be led to", async () => {
    for (const blocks of [[], parts(1)]) {
      const doc = createDocument([...blocks, menu({ buttons: true, placed: "footer" })]);
      const layout = await laidOut(doc);
      expect(layout.placeOf("toc0000001" as DestinationId)).toBeDefined();
      expect(drawPage(layout, 0).width).toBe(width);
    }
  });

  test("of cards without entries says so", async () => {
    const drawing = drawPage(await laid({ cards: true }, [paragraph("x")]), 0);
    expect(
      words(drawing)
        .map(({ text }) => text)
        .join(" "),
    ).toContain("Nothing yet.");
  });

  test("of cards shows two side by side, with picture, name and first words", async () => {
    const blocks = [
      heading(1, "One"),
      nodes.figure.create({ picture: "a.png", alt: "a dome" }, schema.text("Caption")),
      paragraph("What is said first."),
      heading(1, "Two"),
      paragraph("Something else."),
      heading(1, "Three"),
    ];
    const layout = await laid({ cards: true }, blocks);
    const drawing = drawPage(layout, 0);
    const [one, two, three] = ["One", "Two", "Three"].map((name) => find(drawing, name));
    expect(one!.x).toBeCloseTo(LEFT);
    expect(two!.x).toBeGreaterThan(LEFT + (RIGHT - LEFT) / 2);
    expect(three!.y).toBeGreaterThan(one!.y);
    expect(find(drawing, "What is said first.").y).toBeGreaterThan(one!.y);
    const picture = drawing.items.find((item) => item.kind === "picture")!;
    expect(picture.y + picture.height).toBeLessThan(one!.y);
    expect(picture.tag).toMatchObject({ role: "Figure", alt: "a dome" });
  });
});

describe("the lines above and below the text", () => {
  const rule: PageRule = {
    header: ["{title}", "", "{section}"],
    footer: ["{contents}", "{page} of {pages}", "– {page} –"],
    onFirst: true,
  };
  const doc = (title: string) => {
    const made = createDocument([
      nodes.contents_list.create({ id: "toc0000001" }),
      heading(1, "The first section"),
      ...fill(60),
      heading(1, "The last"),
    ]);
    return withSheet(made.type.create({ ...made.attrs, title }, made.content), { page: rule });
  };
  const lines = (layout: PageLayout, page: number) =>
    words(drawPage(layout, page)).filter(({ tag, size }) => tag === null && size === 8.5);

  test("say the page, the title and the section it begins in, and lead there", async () => {
    const layout = await laidOut(doc("A manual"));
    const second = lines(layout, 1);
    expect(second.map(({ text }) => text).join("")).toBe(
      `A manualThe first sectionContents2 of ${layout.labels.count}– 2 –`,
    );
    const targets = drawPage(layout, 1).links.map(({ target }) => target);
    expect(targets).toEqual([
      { kind: "top" },
      { kind: "destination", id: layout.index.headings[0]!.id },
      { kind: "destination", id: "toc0000001" },
    ]);
    for (const { y } of second) expect(y < margins.top || y > height - margins.bottom).toBe(true);
  });

  test("lead where return links do, and say nothing where that has no contents list", async () => {
    const page = (to: ReturnRule["to"], list = true) => {
      const whole = doc("A manual");
      const content = list ? whole.content : whole.content.cut(whole.child(0).nodeSize);
      return laidOut(whole.type.create({ ...whole.attrs, returns: { levels: [], words: "", to } }, content));
    };
    const footer = async (to: ReturnRule["to"], list = true) => {
      const layout = await page(to, list);
      const { links } = drawPage(layout, 1);
      return [lines(layout, 1).map(({ text }) => text)[2], links[2]?.target];
    };
    expect(await footer("top")).toEqual(["Back to top", { kind: "top" }]);
    expect(await footer("contents")).toEqual(["Contents", { kind: "destination", id: "toc0000001" }]);
    const typed = await page(undefined, false);
    expect(drawPage(typed, 1).links).toHaveLength(2);
  });

  test.each([
    ["Ελληνικά", { shaped: false, rtl: false }],
    ["دليل المنارة", { shaped: true, rtl: true }],
    ["מדריך", { rtl: true }],
    ["灯台手册", { font: "han-400" }],
  ])("are set in fonts that have their letters: %s", async (title, drawn) => {
    const [first] = lines(await laidOut(doc(title)), 1);
    expect(first).toMatchObject({ ...drawn, missing: false });
    expect(first!.x).toBeCloseTo(LEFT, 1);
  });

  test("are cut short where they are too long, none over another", async () => {
    const layout = await laidOut(doc("A title that goes on and on ".repeat(20)));
    const [title, section] = lines(layout, 1);
    expect(title!.text).toMatch(/…$/);
    expect(title!.x + title!.width).toBeLessThan(section!.x);
  });

  test("are left out on the first page where that is asked for", async () => {
    const sheet = { ...FIRST_SHEET, page: { ...rule, onFirst: false } };
    const own = doc("A manual");
    const layout = await laidOut(own.type.create({ ...own.attrs, styles: sheet }, own.content));
    expect(lines(layout, 0)).toEqual([]);
    expect(lines(layout, 1).length).toBeGreaterThan(3);
  });
});
