import { pixelsOf, recognisePicture } from "@/core/document";

export const POINTS_PER_PIXEL = 0.75;
/** What stands for a picture that is not there, in points. */
export const MISSING_PICTURE = { width: 96, height: 64 };

/** In points. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** The size of a picture as it is by itself, in points, no wider than the text; null where its file does not say it. */
export function ownSize(bytes: Uint8Array | null, textWidth: number): Size | null {
  const picture = bytes && recognisePicture(bytes);
  const pixels = picture && pixelsOf(picture);
  const own = pixels
    ? { width: pixels.width * POINTS_PER_PIXEL, height: pixels.height * POINTS_PER_PIXEL }
    : bytes
      ? null
      : MISSING_PICTURE;
  if (!own || own.width <= textWidth) return own;
  return { width: textWidth, height: (own.height * textWidth) / own.width };
}

/** Whether a picture stands there as large as it is by itself. */
export function isOwnSize(
  {
    bytes,
    width,
    height,
  }: { readonly bytes: Uint8Array | null; readonly width: number | null; readonly height: number | null },
  textWidth: number,
): boolean {
  const own = ownSize(bytes, textWidth);
  const isNear = (one: number | null, other: number) => one === null || Math.abs(one - other) < 0.5;
  return own !== null && isNear(width, own.width) && isNear(height, own.height);
}
