import type { Picture, Pictures } from "@/core/document";
import { isHarmlessDrawing } from "../harmless-drawing";
import type { OfficeOptions } from "./office-options";

/**
 * A stored picture as it stands in a file that other programs open: WebP, which old ones do not know, and drawings that run or fetch
 * something are a PNG of how they look. Null if it is gone, or if there is no such PNG of a drawing.
 */
export function packedPicture(name: string, pictures: Pictures, { still }: OfficeOptions): Picture | null {
  const own = pictures.get(name);
  if (!own) return null;
  const isActive = own.type === "image/svg+xml" && !isHarmlessDrawing(own.bytes);
  if (!isActive && own.type !== "image/webp") return own;
  const png = still?.(name);
  return png ? { type: "image/png", bytes: png } : isActive ? null : own;
}
