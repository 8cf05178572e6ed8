import { expect, test } from "@jest/globals";
import { pixelsOf, tooLarge, type Picture } from "@/core/document";

const picture = (type: Picture["type"], ...bytes: number[]): Picture => ({
  type,
  bytes: new Uint8Array(bytes),
});
const text = (words: string) => [...words].map((sign) => sign.charCodeAt(0));

test.each<[string, Picture, { width: number; height: number } | null]>([
  [
    "PNG",
    picture(
      "image/png",
      0x89,
      0x50,
      0x4e,
      0x47,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      1,
      64,
      0,
      0,
      0,
      240,
    ),
    { width: 320, height: 240 },
  ],
  ["GIF", picture("image/gif", ...text("GIF89a"), 0x40, 1, 0xf0, 0), { width: 320, height: 240 }],
  [
    "JPEG",
    picture("image/jpeg", 0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0, 0xff, 0xc0, 0, 11, 8, 0, 240, 1, 64, 0),
    { width: 320, height: 240 },
  ],
  [
    "WebP",
    picture(
      "image/webp",
      ...text("RIFF"),
      0,
      0,
      0,
      0,
      ...text("WEBPVP8X"),
      10,
      0,
      0,
      0,
      0,
      0,
      0,
      0,
      63,
      1,
      0,
      239,
      0,
      0,
    ),
    { width: 320, height: 240 },
  ],
  ["a file that is cut off", picture("image/png", 0x89, 0x50, 0x4e, 0x47), null],
  ["a drawing", picture("image/svg+xml", ...text("<svg/>")), null],
])("the pixels of %s are read from its head", (_name, it, pixels) => {
  expect(pixelsOf(it)).toEqual(pixels);
});

test("a picture of a hundred megapixels is too large, and says so", () => {
  const bytes = new Uint8Array(24);
  new DataView(bytes.buffer).setUint32(16, 10_000);
  new DataView(bytes.buffer).setUint32(20, 10_000);
  expect(tooLarge({ type: "image/png", bytes })).toBe(
    "The picture has 100 megapixels; at most 60 can be shown.",
  );
});
