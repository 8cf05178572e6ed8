import { imageSize } from "image-size";
import type { Picture } from "./pictures";

interface PixelSize {
  readonly width: number;
  readonly height: number;
}

/** More pixels than this cost a browser hundreds of megabytes to show. */
export const MOST_MEGAPIXELS = 60;

/** A picture's width and height in pixels as its file says; null where the file does not say, as drawings may not. */
export function pixelsOf({ type, bytes }: Picture): PixelSize | null {
  if (type === "image/svg+xml") return drawingPixels(bytes);
  try {
    const { width, height } = imageSize(bytes);
    return { width, height };
  } catch {
    // The file is cut off before it says.
    return null;
  }
}

/** In words why a picture is too large to be shown, or null. */
export function tooLarge(picture: Picture): string | null {
  // A drawing has no dots until it is shown.
  const size = picture.type === "image/svg+xml" ? null : pixelsOf(picture);
  const megapixels = size ? (size.width * size.height) / 1e6 : 0;
  return megapixels > MOST_MEGAPIXELS
    ? `The picture has ${Math.round(megapixels)} megapixels; at most ${MOST_MEGAPIXELS} can be shown.`
    : null;
}

/**
 * From the root element's width and height in pixels, or else from its view box (SVG 2, 8.2), whose numbers commas may part: the library does
 * not know of those.
 */
function drawingPixels(bytes: Uint8Array): PixelSize | null {
  const root = /<svg\b[^>]*>/i.exec(new TextDecoder().decode(bytes.subarray(0, 20_000)))?.[0];
  if (!root) return null;
  const length = (name: string) => {
    const said = new RegExp(`\\s${name}\\s*=\\s*["']\\s*([\\d.]+)(px)?\\s*["']`).exec(root)?.[1];
    return said ? Number(said) : null;
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
