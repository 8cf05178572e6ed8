import { ownStyleOf } from "@/core/document";
import { attribute } from "./escape";
import type { HtmlOutput } from "./html-output";

/** The name of a style that an author made, as an attribute of what has it. Nothing for one that is gone. */
export function ownStyleAttributes(style: string | null, { index }: HtmlOutput): string {
  const own = ownStyleOf(index.sheet, style);
  return attribute("data-style-name", own?.name);
}
