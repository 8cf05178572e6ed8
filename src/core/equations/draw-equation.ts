import katex from "katex";
import { messageOf } from "@/core/thrown";

/** More than anybody writes as one equation; drawing it would hold everything up. */
export const MAX_EQUATION_LETTERS = 5_000;

/** Markup for an equation, or in words why there is none. */
export type DrawnEquation = { readonly html: string } | { readonly fault: string };

/**
 * An equation in TeX as markup: `mathml` for files (MathML Core, with the TeX as annotation), `screen` for what KaTeX's own
 * style sheet draws, with the MathML for people who do not see it. Commands that would load or link to anything are faults.
 */
export function drawEquation(
  tex: string,
  { form, block }: { form: "screen" | "mathml"; block: boolean },
): DrawnEquation {
  if (tex.trim() === "") return { fault: "The equation is empty." };
  if (tex.length > MAX_EQUATION_LETTERS)
    return { fault: `The equation is longer than ${MAX_EQUATION_LETTERS.toLocaleString("en")} characters.` };
  try {
    const html = katex.renderToString(tex, {
      displayMode: block,
      output: form === "mathml" ? "mathml" : "htmlAndMathml",
      throwOnError: true,
      strict: "ignore",
      trust: false,
      maxSize: 40,
      maxExpand: 500,
    });
    return {
      html: form === "mathml" ? withRows(html.replace(/^<span class="katex">|<\/span>$/g, "")) : html,
    };
  } catch (error) {
    return { fault: wordsOf(messageOf(error)) };
  }
}

/**
 * MathML in which elements for characters hold only characters; where one holds elements it becomes a row of them
 * (MathML Core, 3.2: `mi`, `mn`, `mo` and `mtext` contain text). KaTeX writes what stands under something else as `mi` or `mo`.
 */
function withRows(mathml: string): string {
  const open: string[] = [];
  return mathml.replace(
    /<(\/?)(mi|mn|mo|mtext)(?=[\s>])([^>]*)>(?=(<(?!\/))?)/g,
    (tag, end, name, _rest, inner) => {
      if (end) return `</${open.pop() ?? name}>`;
      open.push(inner ? "mrow" : name);
      return inner ? "<mrow>" : tag;
    },
  );
}

/** What KaTeX says, without its own name and the marks under the place. */
function wordsOf(message: string): string {
  const reason = message
    .replace(/^KaTeX parse error:\s*/, "")
    .replace(/\u0332/gu, "")
    .trim();
  return reason === "" ? "The equation cannot be read." : reason;
}
