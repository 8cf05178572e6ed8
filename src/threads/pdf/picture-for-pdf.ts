import sharp from "sharp";
import type { Picture } from "@/core/document";
import type { PdfPicture } from "@/core/formats/pdf";

/** Dots to an inch at which a drawing becomes a picture. */
const DRAWING_DENSITY = 220;
/** A picture needs no more than so many dots across a page. */
const MAX_PIXELS = 2_000;

/**
 * A picture as a PDF takes it, JPEG or PNG without transparency, by the quality chosen: 100 keeps every dot. Null for one that cannot
 * be read.
 */
export async function pictureForPdf({ type, bytes }: Picture, quality: number): Promise<PdfPicture | null> {
  try {
    // A PDF knows nothing of how the camera was held.
    const turned = type === "image/jpeg" && ((await sharp(bytes).metadata()).orientation ?? 1) > 1;
    if (type === "image/jpeg" && quality === 100 && !turned) return { bytes };
    const open = () => {
      const picture = sharp(bytes, {
        ...(type === "image/svg+xml" ? { density: DRAWING_DENSITY } : {}),
        limitInputPixels: 60_000_000,
      })
        .rotate()
        .flatten({ background: "#ffffff" });
      return quality === 100 ? picture : picture.resize({ width: MAX_PIXELS, withoutEnlargement: true });
    };
    if (type === "image/jpeg") {
      const small = await open().jpeg({ quality }).toBuffer();
      return { bytes: small.length < bytes.length || turned ? small : bytes };
    }
    const { hasAlpha, isProgressive, width = 0 } = await sharp(bytes).metadata();
    const asItIs =
      type === "image/png" && !hasAlpha && !isProgressive && (quality === 100 || width <= MAX_PIXELS);
    const exact = asItIs ? bytes : await open().toColourspace("srgb").png().toBuffer();
    if (quality === 100) return { bytes: exact };
    const lossy = await open().jpeg({ quality }).toBuffer();
    // Line art is smaller and sharper as it is; photographs are not.
    return { bytes: lossy.length * 2 < exact.length ? lossy : exact };
  } catch {
    return null;
  }
}
