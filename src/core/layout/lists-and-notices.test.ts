import { describe, expect, test } from "@jest/globals";
import { paragraph } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import { createDocument, schema, newId } from "@/core/document";
import { drawPage } from ".";
import { LEFT, RIGHT, markdown, words, find, first, fill } from "#tests/drawn-pages";

const { nodes } = schema;

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
