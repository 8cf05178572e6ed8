import { FIRST_SHEET, leadsBack, promisesText, type NodeAttributes } from "@/core/document";
import { attribute, escapeHtml } from "./escape";

/** What a page says of its document that only Gate Rope reads: the rule of its ways back, and its style sheet. `xml`: for a page of XML. */
export function headMetas(
  { returns, styles }: Pick<NodeAttributes["doc"], "returns" | "styles">,
  { xml = false }: { readonly xml?: boolean } = {},
): string {
  const end = xml ? "/>" : ">";
  const rule = leadsBack(returns)
    ? `<meta name="gate-rope:returns" content="${returns.levels.join(",")}"${returns.words ? ` data-words="${escapeHtml(returns.words)}"` : ""}${returns.to === "top" || returns.to === "parent" ? ` data-to="${returns.to}"` : ""}${returns.also?.length ? ` data-also="${returns.also.join(" ")}"` : ""}${attribute("data-keeps", promisesText(returns))}${end}\n`
    : "";
  const sheet =
    JSON.stringify(styles) === JSON.stringify(FIRST_SHEET)
      ? ""
      : `<meta name="gate-rope:styles" content="${escapeHtml(JSON.stringify(styles))}"${end}\n`;
  return `<meta name="generator" content="Gate Rope"${end}\n${rule}${sheet}`;
}
