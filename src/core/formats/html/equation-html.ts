import { drawEquation } from "@/core/equations";
import { escapeHtml } from "./escape";

/**
 * An equation as MathML, in an element that holds its TeX so that it can be read again. One that cannot be drawn stands as it
 * was written.
 */
export function equationHtml(tex: string, kind: "formula" | "equation"): string {
  const drawn = drawEquation(tex, { form: "mathml", block: kind === "equation" });
  const content = "html" in drawn ? drawn.html : `<code>${escapeHtml(tex)}</code>`;
  return `<span class="${kind}" data-tex="${escapeHtml(tex)}">${content}</span>`;
}
