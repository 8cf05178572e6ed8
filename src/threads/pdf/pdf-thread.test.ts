import { beforeAll, describe, expect, test } from "@jest/globals";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { heading, paragraph } from "#tests/editing";
import sharp from "sharp";
import {
  createDocument,
  newId,
  pictureName,
  pixelsOf,
  recognisePicture,
  schema,
  type Picture,
} from "@/core/document";
import { pdfOptionsSchema } from "@/core/formats/pdf";
import { pictureForPdf } from "./picture-for-pdf";
import type { FileStage } from "@/core/collab";
import { pdfInThread, pdfOrder } from ".";

const THREAD = path.resolve("dist/pdf-thread.mjs");
const FONTS = path.resolve("public/page-fonts");
const folder = mkdtempSync(path.join(tmpdir(), "gate-rope-pdf-"));
const options = pdfOptionsSchema.parse({});
const order = (doc = createDocument([heading(1, "One"), paragraph("words")]), more: object = {}) =>
  pdfOrder(
    { doc, pictures: new Map() },
    { options, fonts: FONTS, file: path.join(folder, `${newId()}.pdf`), ...more },
  );
const dots = (alpha: number) =>
  sharp({ create: { width: 60, height: 40, channels: 4, background: { r: 200, g: 30, b: 30, alpha } } });
let opaque: Uint8Array;
let clear: Uint8Array;

beforeAll(async () => {
  opaque = await dots(1).removeAlpha().png().toBuffer();
  clear = await dots(0).png().toBuffer();
});

test("a photograph is as wide and high as it is shown, and stands upright in a PDF", async () => {
  const upright = dots(1).removeAlpha();
  for (const [orientation, width, height] of [
    [1, 60, 40],
    [3, 60, 40],
    [6, 40, 60],
    [8, 40, 60],
  ] as const) {
    const bytes = await upright.clone().withMetadata({ orientation }).jpeg().toBuffer();
    const picture = recognisePicture(bytes)!;
    expect(pixelsOf(picture)).toEqual({ width, height });
    for (const quality of [70, 100]) {
      const ready = (await pictureForPdf(picture, quality))!;
      expect(await sharp(ready.bytes).metadata()).toMatchObject({ width, height });
    }
    // A directory that leads out of the file says nothing.
    const tiff = bytes.indexOf("Exif") + 6;
    if (orientation === 6) {
      const broken = Uint8Array.from(bytes);
      broken.fill(0x7f, tiff + 4, tiff + 8);
      expect(pixelsOf({ ...picture, bytes: broken })).toEqual({ width: 60, height: 40 });
    }
  }
});

describe("the thread of PDF files", () => {
  test("tells how far it is and what became of the file", async () => {
    const stages: FileStage[] = [];
    const asked = order();
    const made = await pdfInThread(THREAD, asked, (stage) => stages.push(stage)).outcome;
    expect(made).toMatchObject({ ok: true, pages: 1, leftOut: 0, missing: [], proof: { failed: [] } });
    expect(readFileSync(asked.file).length).toBe(made.ok && made.bytes);
    expect([...new Set(stages.map(({ stage }) => stage))]).toEqual(["pages", "writing", "proof"]);
  });

  test("puts the document's pictures and its open form in", async () => {
    const picture = recognisePicture(opaque)!;
    const name = pictureName(picture);
    const doc = createDocument([schema.nodes.figure.create({ picture: name, alt: "Red" })]);
    const asked = pdfOrder(
      { doc, pictures: new Map([[name, picture]]) },
      { options: { ...options, attachSource: true }, fonts: FONTS, file: path.join(folder, "with.pdf") },
    );
    expect(await pdfInThread(THREAD, asked).outcome).toMatchObject({ ok: true });
    const bytes = readFileSync(asked.file).toString("latin1");
    expect(bytes).toContain("/Subtype /Image");
    expect(bytes).toContain("Untitled.gaterope.json");
  });

  test("says what cannot be, and never throws", async () => {
    const range = { options: { ...options, pages: { from: 7, to: 8 } } };
    expect(await pdfInThread(THREAD, order(undefined, range)).outcome).toEqual({
      ok: false,
      reason: "There is no page 7: the document has 1.",
    });
    expect(
      await pdfInThread(THREAD, order(undefined, { file: path.join(folder, "no", "such.pdf") })).outcome,
    ).toMatchObject({
      ok: false,
      reason: expect.stringContaining("ENOENT"),
    });
    expect(await pdfInThread(THREAD, { ...order(), json: "{" }).outcome).toMatchObject({ ok: false });
    const broken = path.join(folder, "broken.mjs");
    writeFileSync(broken, "process.exit(3);");
    expect(await pdfInThread(broken, order()).outcome).toEqual({
      ok: false,
      reason: "The PDF could not be made: its thread ended.",
    });
  });

  test("is ended when nobody waits any more", async () => {
    const long = createDocument(
      Array.from({ length: 5_000 }, () => paragraph("a line of words ".repeat(20))),
    );
    const { outcome, cancel } = pdfInThread(THREAD, order(long));
    cancel();
    expect(await outcome).toEqual({ ok: false, reason: "The PDF was cancelled." });
  });
});

describe("pictures of a PDF", () => {
  const drawing = new TextEncoder().encode(
    '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="30"><rect width="90" height="30" fill="#123456"/></svg>',
  );
  const kinds = async (): Promise<[string, Picture][]> => [
    ["PNG", recognisePicture(opaque)!],
    ["clear PNG", recognisePicture(clear)!],
    ["GIF", recognisePicture(new Uint8Array(await dots(1).gif().toBuffer()))!],
    ["WebP", recognisePicture(new Uint8Array(await dots(1).webp().toBuffer()))!],
    ["JPEG", recognisePicture(new Uint8Array(await dots(1).jpeg().toBuffer()))!],
    ["drawing", recognisePicture(drawing)!],
  ];

  test("of every kind become JPEG or PNG without transparency, in their proportions", async () => {
    for (const [, picture] of await kinds())
      for (const quality of [40, 85, 100]) {
        const ready = recognisePicture((await pictureForPdf(picture, quality))!.bytes)!;
        expect(["image/png", "image/jpeg"]).toContain(ready.type);
        const [before, after] = [pixelsOf(picture)!, pixelsOf(ready)!];
        expect(after.width / after.height).toBeCloseTo(before.width / before.height, 1);
        expect((await sharp(ready.bytes).metadata()).hasAlpha).toBe(false);
      }
  });

  test("that are clear stand on white", async () => {
    const { bytes } = (await pictureForPdf(recognisePicture(clear)!, 100))!;
    const { channels } = await sharp(bytes).stats();
    expect(channels.map(({ min }) => min)).toEqual([255, 255, 255]);
  });

  test("keep every dot where that is asked for, and lose some where they are larger than paper needs", async () => {
    const { bytes } = (await pictureForPdf(recognisePicture(opaque)!, 100))!;
    expect(Buffer.from(bytes).equals(opaque)).toBe(true);
    const large = await sharp({ create: { width: 4_000, height: 100, channels: 3, background: "#335577" } })
      .png()
      .toBuffer();
    const ready = recognisePicture((await pictureForPdf(recognisePicture(large)!, 85))!.bytes)!;
    expect(pixelsOf(ready)!.width).toBe(2_000);
    const kept = recognisePicture((await pictureForPdf(recognisePicture(large)!, 100))!.bytes)!;
    expect(pixelsOf(kept)!.width).toBe(4_000);
  });

  test("that cannot be read are none", async () => {
    expect(await pictureForPdf({ type: "image/png", bytes: opaque.slice(0, 40) }, 85)).toBeNull();
    expect(await pictureForPdf({ type: "image/jpeg", bytes: new Uint8Array([1, 2, 3]) }, 85)).toBeNull();
  });
});
