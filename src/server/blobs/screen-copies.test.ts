import { afterEach, beforeEach, expect, jest, test } from "@jest/globals";
import { existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import sharp from "sharp";
import { pictureName, pixelsOf, recognisePicture, type Picture } from "@/core/document";
import { PictureStore } from "./picture-store";
import { ScreenCopies } from "./screen-copies";

let folder: string;
let copies: ScreenCopies;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), "gate-rope-copies-"));
  copies = new ScreenCopies(path.join(folder, "copies"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A photograph of noise, which no codec makes small. */
async function photograph(width: number, height: number, type: "jpeg" | "png" = "jpeg"): Promise<Picture> {
  const dots = Buffer.alloc(width * height * 3);
  let seed = 7;
  for (let i = 0; i < dots.length; i++)
    dots[i] = (seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0) >>> 24;
  const picture = sharp(dots, { raw: { width, height, channels: 3 } });
  return recognisePicture(await (type === "jpeg" ? picture.jpeg() : picture.png()).toBuffer())!;
}

test("a large picture has a copy with as many pixels as screens show, made once and kept", async () => {
  for (const type of ["jpeg", "png"] as const) {
    const picture = await photograph(2_400, 900, type);
    const name = pictureName(picture);
    const [copy, again] = await Promise.all([copies.of(name, picture), copies.of(name, picture)]);
    expect(pixelsOf(copy)).toEqual({ width: 1_400, height: 525 });
    expect(copy.type).toBe(picture.type);
    expect(copy.bytes.length).toBeLessThan(picture.bytes.length);
    expect(Buffer.from(again.bytes).equals(Buffer.from(copy.bytes))).toBe(true);
    expect(existsSync(path.join(folder, "copies", name))).toBe(true);
    const later = await new ScreenCopies(path.join(folder, "copies")).of(name, picture);
    expect(Buffer.from(later.bytes).equals(Buffer.from(copy.bytes))).toBe(true);
  }
  copies.sweep(() => false);
  expect(readdirSync(path.join(folder, "copies"))).toEqual([]);
});

test("what is small, moves or is damaged is shown as it is", async () => {
  const small = await photograph(800, 600);
  expect(await copies.of(pictureName(small), small)).toBe(small);
  const drawing = recognisePicture(
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="5000" height="9"/>'),
  )!;
  expect(await copies.of(pictureName(drawing), drawing)).toBe(drawing);
  const whole = await photograph(2_400, 900);
  const told = jest.spyOn(console, "error").mockImplementation(() => {});
  const damaged = { ...whole, bytes: whole.bytes.slice(0, 400_000).fill(7, 700) };
  expect((await copies.of("0".repeat(64) + ".jpg", damaged)).bytes.length).toBeGreaterThan(0);
  told.mockRestore();
});

test("the store tells the size of a picture from its first bytes", async () => {
  const store = new PictureStore(path.join(folder, "pictures"));
  const picture = await photograph(2_400, 900);
  const name = store.keep(picture);
  expect(store.sizeOf(name)).toEqual({ width: 2_400, height: 900 });
  expect(store.sizeOf(name)).toEqual({ width: 2_400, height: 900 });
  expect(store.sizeOf("0".repeat(64) + ".png")).toBeNull();
  expect(store.sizeOf("../../etc/passwd")).toBeNull();
});
