/** A page of A4 has so many pixels across at 300 to an inch; the longer side of a photograph needs no more. */
const MAX_SIDE_PIXELS = 2_480;
const QUALITY = 0.86;

/** A photograph with no more pixels than a page can show, upright as it was taken; as it is where that makes it no smaller. */
export async function smallerPhotograph(file: File): Promise<File> {
  const whole = await createImageBitmap(file);
  const share = Math.min(1, MAX_SIDE_PIXELS / Math.max(whole.width, whole.height));
  const width = Math.max(1, Math.round(whole.width * share));
  const height = Math.max(1, Math.round(whole.height * share));
  const canvas = new OffscreenCanvas(width, height);
  const drawing = canvas.getContext("2d");
  if (!drawing) return file;
  drawing.imageSmoothingQuality = "high";
  drawing.drawImage(whole, 0, 0, width, height);
  whole.close();
  const blob = await canvas.convertToBlob({ type: file.type, quality: QUALITY });
  return blob.size < file.size ? new File([blob], file.name, { type: blob.type }) : file;
}
