import sharp from "sharp";
import type { Picture } from "@/core/document";

/** Dots to an inch at which a drawing becomes a picture. */
const DRAWING_DENSITY = 192;

/** A picture as PNG, for programs that do not know its kind; null where they know it, and for one that cannot be read. */
export async function stillPicture({ type, bytes }: Picture): Promise<Uint8Array | null> {
  if (type !== "image/svg+xml" && type !== "image/webp") return null;
  try {
    const density = type === "image/svg+xml" ? { density: DRAWING_DENSITY } : {};
    return await sharp(bytes, { ...density, limitInputPixels: 60_000_000 })
      .png()
      .toBuffer();
  } catch {
    return null;
  }
}
