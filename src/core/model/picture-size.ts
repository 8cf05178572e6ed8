import type { Picture } from "./pictures";

/** More pixels than this cost a browser hundreds of megabytes to show. */
export const MAX_MEGAPIXELS = 60;

/** In pixels. */
export interface PictureSize {
  readonly width: number;
  readonly height: number;
}

/** A picture's width and height in pixels as it is shown, as its file says; null where the file does not say, as drawings may not. */
export function pixelsOf({ type, bytes }: Picture): PictureSize | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  try {
    switch (type) {
      case "image/png":
        return { width: view.getUint32(16), height: view.getUint32(20) };
      case "image/gif":
        return { width: view.getUint16(6, true), height: view.getUint16(8, true) };
      case "image/jpeg":
        return jpegPixels(view);
      case "image/webp":
        return webpPixels(view);
      case "image/svg+xml":
        return drawingPixels(bytes);
    }
  } catch (error) {
    // The file is cut off before it says.
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** In words why a picture is too large to be shown, or null. */
export function tooLarge(picture: Picture): string | null {
  // A drawing has no dots until it is shown.
  const size = picture.type === "image/svg+xml" ? null : pixelsOf(picture);
  const megapixels = size ? (size.width * size.height) / 1e6 : 0;
  return megapixels > MAX_MEGAPIXELS
    ? `The picture has ${Math.round(megapixels)} megapixels; at most ${MAX_MEGAPIXELS} can be shown.`
    : null;
}

/** From the root element's width and height in pixels, or else from its view box (SVG 2, 8.2). */
function drawingPixels(bytes: Uint8Array): PictureSize | null {
  const root = /<svg\b[^>]*>/i.exec(new TextDecoder().decode(bytes.subarray(0, 20_000)))?.[0];
  if (!root) return null;
  const length = (name: string) => {
    const written = new RegExp(`\\s${name}\\s*=\\s*["']\\s*([\\d.]+)(px)?\\s*["']`).exec(root)?.[1];
    return written ? Number(written) : null;
  };
  const box = /\sviewBox\s*=\s*["']([^"']*)["']/
    .exec(root)?.[1]
    ?.trim()
    .split(/[\s,]+/)
    .map(Number);
  const [, , boxWidth = NaN, boxHeight = NaN] = box ?? [];
  const [width, height] = [length("width"), length("height")];
  const ratio = boxWidth > 0 && boxHeight > 0 ? boxHeight / boxWidth : null;
  const wide = width ?? (height && ratio ? height / ratio : boxWidth);
  const high = height ?? (ratio ? wide * ratio : NaN);
  return wide > 0 && high > 0 && Number.isFinite(wide * high) ? { width: wide, height: high } : null;
}

/** From the first frame header (ITU-T T.81, B.2.2); other segments are passed over by their lengths. */
function jpegPixels(view: DataView): PictureSize | null {
  let at = 2;
  let lying = false;
  while (at < view.byteLength) {
    if (view.getUint8(at) !== 0xff) return null;
    const marker = view.getUint8(at + 1);
    const isFrame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);
    if (isFrame) {
      const [height, width] = [view.getUint16(at + 5), view.getUint16(at + 7)];
      return lying ? { width: height, height: width } : { width, height };
    }
    if (marker === APP1) lying ||= saysLying(view, at + 4);
    at += 2 + view.getUint16(at + 2);
  }
  return null;
}

/** The same; what a camera wrote that leads out of the file says nothing. */
function saysLying(view: DataView, at: number): boolean {
  try {
    return isLying(view, at);
  } catch (error) {
    if (error instanceof RangeError) return false;
    throw error;
  }
}

const APP1 = 0xe1;
/** “Exif”, as four bytes. */
const EXIF = 0x45786966;
const ORIENTATION = 0x0112;

/** Whether a camera says that it was held on its side, so that the picture is shown turned by a quarter (Exif 2.32, 4.6.4: orientation 5 to 8). */
function isLying(view: DataView, at: number): boolean {
  if (view.getUint32(at) !== EXIF) return false;
  const tiff = at + 6;
  const little = view.getUint16(tiff) === 0x4949;
  const entries = tiff + view.getUint32(tiff + 4, little);
  const count = view.getUint16(entries, little);
  for (let i = 0; i < count; i++) {
    const entry = entries + 2 + 12 * i;
    if (view.getUint16(entry, little) === ORIENTATION) return view.getUint16(entry + 8, little) >= 5;
  }
  return false;
}

/** From the first chunk (RFC 9649): extended, lossless or lossy. */
function webpPixels(view: DataView): PictureSize | null {
  const kind = String.fromCharCode(...[12, 13, 14, 15].map((at) => view.getUint8(at)));
  const threeBytes = (at: number) => view.getUint16(at, true) | (view.getUint8(at + 2) << 16);
  if (kind === "VP8X") return { width: threeBytes(24) + 1, height: threeBytes(27) + 1 };
  if (kind === "VP8L") {
    const bits = view.getUint32(21, true);
    return { width: (bits & 0x3fff) + 1, height: ((bits >> 14) & 0x3fff) + 1 };
  }
  return { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff };
}
