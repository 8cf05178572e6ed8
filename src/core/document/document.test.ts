import { idOf } from "@/core/kinds";
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  addressOf,
  asId,
  createDocument,
  isSafeAddress,
  lineOf,
  linkTargetSchema,
  newId,
  pictureName,
  pictureTypeOf,
  recognisePicture,
  schema,
  schemeOf,
  shortened,
  targetFromAddress,
  withIds,
} from ".";

const { nodes } = schema;
const text = (words: string) => nodes.paragraph.create(null, schema.text(words));

describe("ids", () => {
  test("are new each time and of a form that is taken back", () => {
    const ids = Array.from({ length: 5_000 }, newId);
    expect(new Set(ids).size).toBe(5_000);
    for (const id of ids.slice(0, 50)) expect(asId(id)).toBe(id);
    for (const wrong of [null, 7, "", "a b", "x".repeat(65), "<b>"]) expect(asId(wrong)).toBeNull();
  });

  test("are given where they miss, and to the later of two that share one", () => {
    const one = nodes.paragraph.create({ id: "same" }, schema.text("one"));
    const blocks = withIds([one, nodes.paragraph.create({ id: "same" }), text("three")]);
    expect(blocks[0]).toBe(one);
    const ids = blocks.map((block) => idOf(block)!);
    expect(ids[0]).toBe("same");
    expect(new Set(ids).size).toBe(3);
  });

  test("stand on every block of a new document, which is never empty", () => {
    const doc = createDocument([], { title: "T", language: "de" });
    doc.check();
    expect(doc.attrs).toMatchObject({ title: "T", language: "de" });
    expect(doc.toString()).toBe("doc(paragraph)");
    expect(doc.child(0).attrs.id).toBeTruthy();
  });
});

describe("an address", () => {
  test.each([
    ["https://a.example/x#y", "web"],
    ["HTTP://A.EXAMPLE", "web"],
    ["tel:+44123", "web"],
    ["other.html#part", "web"],
    ["mailto:a@b.example?subject=A%20B", "mail"],
    ["javascript:alert(1)", null],
    ["  JaVa\tScRiPt:alert(1)", null],
    ["\u0001javascript:x", null],
    ["java\nscript:x", null],
    ["data:text/html,x", null],
    ["vbscript:x", null],
    ["file:///etc/passwd", null],
    ["blob:x", null],
    ["mailto:", null],
    ["", null],
  ])("%j is %s", (address, kind) => {
    expect(targetFromAddress(address)?.kind ?? null).toBe(kind);
    if (kind === "web") expect(isSafeAddress(address)).toBe(true);
  });

  test("is written as it was read", () => {
    for (const address of ["https://a.example/?a=1&b=2", "mailto:a@b.example?subject=A%20B", "x/y.html"]) {
      const target = targetFromAddress(address)!;
      expect(addressOf(target as Parameters<typeof addressOf>[0])).toBe(address);
    }
  });

  test("never gets a script past the check, however it is disguised", () => {
    const disguise = fc.array(fc.constantFrom("", "\u0000", "\t", "\n", " ", "\u00a0", "\u200b", "\ufeff"), {
      minLength: 12,
      maxLength: 12,
    });
    fc.assert(
      fc.property(disguise, fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }), (signs, upper) => {
        const address = [..."javascript:x"]
          .map((sign, i) => signs[i]! + (upper[i] ? sign.toUpperCase() : sign))
          .join("");
        const target = targetFromAddress(address);
        // Whatever is let through is no script for a browser either: it keeps a sign that browsers do not skip.
        if (target?.kind === "web") expect(schemeOf(target.url)).not.toBe("javascript");
        expect(linkTargetSchema.safeParse({ kind: "web", url: "javascript:x" }).success).toBe(false);
      }),
    );
  });
});

describe("pictures", () => {
  const bytes = (...signs: number[]) => Uint8Array.from([...signs, ...Array<number>(20).fill(0)]);
  const ascii = (words: string) => new TextEncoder().encode(words);

  test.each([
    [bytes(0x89, 0x50, 0x4e, 0x47), "image/png"],
    [bytes(0xff, 0xd8, 0xff, 0xe0), "image/jpeg"],
    [ascii("GIF89a......"), "image/gif"],
    [ascii("RIFF....WEBPVP8 "), "image/webp"],
    [ascii('<?xml version="1.0"?>\n<!-- a -->\n<svg xmlns="x">'), "image/svg+xml"],
    [ascii("<svg>"), "image/svg+xml"],
    [ascii("<html><svg>"), null],
    [ascii("BM......"), null],
    [new Uint8Array(0), null],
  ])("are told by their bytes (%#)", (data, type) => expect(recognisePicture(data)?.type ?? null).toBe(type));

  test("are named by what they are, and no other name is taken for one", () => {
    const picture = recognisePicture(ascii("<svg>"))!;
    const name = pictureName(picture);
    expect(name).toMatch(/^[0-9a-f]{64}\.svg$/);
    expect(pictureName(recognisePicture(ascii("<svg>"))!)).toBe(name);
    expect(pictureTypeOf(name)).toBe("image/svg+xml");
    for (const wrong of ["../x.png", "x.png", `${"0".repeat(64)}.exe`, `${"0".repeat(63)}.png`])
      expect(pictureTypeOf(wrong)).toBeNull();
  });
});

describe("words", () => {
  test("of a block are one line", () => {
    const list = nodes.bullet_list.create(null, [
      nodes.list_item.create(null, text(" a  b ")),
      nodes.list_item.create(null, text("c")),
    ]);
    expect(lineOf(list)).toBe("a b c");
    expect(
      lineOf(nodes.paragraph.create(null, [schema.text("a"), nodes.hard_break.create(), schema.text("b")])),
    ).toBe("a b");
  });

  test("of a line have no more marks on a letter than any text needs", () => {
    expect(lineOf(text(`Zo${"\u0301".repeat(20_000)}n`))).toBe(`Zo${"\u0301".repeat(30)}n`);
    expect(lineOf(text("Ngôn ngữ e\u0301\u0323"))).toBe("Ngôn ngữ e\u0301\u0323");
  });

  test.each([
    ["short", 10, "short"],
    ["a sentence that is cut", 12, "a sentence…"],
    ["onelongwordwithoutspace", 10, "onelongwo…"],
    ["🔭🔭🔭🔭", 3, "🔭🔭…"],
  ])("%j in %i signs is %j", (whole, most, cut) => expect(shortened(whole, most)).toBe(cut));
});

describe("the schema", () => {
  test.each<[string, () => void]>([
    ["a level of 7", () => nodes.heading.create({ level: 7 }).check()],
    [
      "a colour by name",
      () =>
        text("x")
          .child(0)
          .mark([schema.marks.colour.create({ colour: "red" })])
          .check(),
    ],
    [
      "a size of 9000 %",
      () =>
        text("x")
          .child(0)
          .mark([schema.marks.size.create({ percent: 9000 })])
          .check(),
    ],
    ["a heading in a list", () => nodes.list_item.create(null, nodes.heading.create()).check()],
    ["a table in a table", () => nodes.table_cell.create(null, nodes.table.create()).check()],
    [
      "a link to a script",
      () =>
        text("x")
          .child(0)
          .mark([schema.marks.link.create({ target: { kind: "web", url: "javascript:x" } })])
          .check(),
    ],
    ["an alignment that is none", () => nodes.paragraph.create({ align: "middle" as never }).check()],
  ])("refuses %s", (_name, make) => expect(make).toThrow());
});
