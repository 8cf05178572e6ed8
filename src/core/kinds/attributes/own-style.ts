import { asId, idSchema } from "@/core/model/ids";
import type { ClipboardElement } from "../clipboard-element";

/** The style that an author made and a paragraph has, by its id; null for the body's. */
export const ownStyle = idSchema
  .nullable()
  .default(null)
  .describe("The style of its own that it has, one of those under `styles`; null for the body's.");

/** The class by which the rules of a style of your own know what has it. */
export function ownStyleClass(style: string): string {
  return `style-${style}`;
}

/** The style that an element of the clipboard carries. */
export const ownStyleOn = (element: ClipboardElement) => ({
  style: asId(element.getAttribute("data-own-style")),
});
