import { z } from "zod";
import type { ClipboardElement } from "../clipboard-element";

/** How a paragraph, heading or cell stands between its margins; null follows the style. */
export const align = z.enum(["left", "center", "right", "justify"]).nullable().default(null);
export type Alignment = z.output<typeof align>;

/** The alignment that an element of the clipboard has. */
export function alignmentOf(element: ClipboardElement): Alignment {
  return align.safeParse(element.style.textAlign || element.getAttribute("align")).data ?? null;
}
