import type { MarkdownIt } from "markdown-it";

/** More signs than an equation between words has; a limit, so that signs without a partner cost no time. */
const MAX_TEX_CHARACTERS = 2_000;

/**
 * Teaches the parser equations: `$x^2$` among words, where what stands between the signs can be an equation, so that sums of money, names
 * of variables and links stay what they are; and `$$` on lines of their own around a block. Their TeX is in the content of tokens
 * `formula` and `equation`.
 */
export function equations(markdown: MarkdownIt): void {
  markdown.inline.ruler.after("escape", "formula", (state, silent) => {
    const { src, pos } = state;
    if (src.charCodeAt(pos) !== DOLLAR) return false;
    const doubled = src.charCodeAt(pos + 1) === DOLLAR;
    const open = doubled ? 2 : 1;
    const start = pos + open;
    if (start >= state.posMax || (!doubled && /\s/.test(src[start]!))) return false;
    const end = closing(src, start, Math.min(state.posMax, start + MAX_TEX_CHARACTERS), doubled);
    if (end < 0 || !mayBeMeant(src.slice(start, end), doubled)) return false;
    if (!silent) state.push("formula", "", 0).content = src.slice(start, end).trim();
    state.pos = end + open;
    return true;
  });
  markdown.block.ruler.before(
    "fence",
    "equation",
    (state, first, last, silent) => {
      const lineAt = (line: number) =>
        state.src.slice(state.bMarks[line]! + state.tShift[line]!, state.eMarks[line]);
      const opening = lineAt(first);
      if (!opening.startsWith("$$") || state.sCount[first]! - state.blkIndent >= 4) return false;
      const alone = /^\$\$(.+?)\$\$\s*$/.exec(opening);
      let end = first;
      const lines = [opening.slice(2)];
      if (!alone)
        for (;;) {
          end++;
          if (end >= last || end - first > 200 || state.sCount[end]! < state.blkIndent) return false;
          const line = lineAt(end);
          const closes = /^(.*?)\$\$\s*$/.exec(line);
          lines.push(closes ? closes[1]! : line);
          if (closes) break;
          if (line.trim() === "") return false;
        }
      if (silent) return true;
      const token = state.push("equation", "", 0);
      token.block = true;
      token.content = (alone ? alone[1]! : lines.join("\n")).trim();
      token.map = [first, end + 1];
      state.line = end + 1;
      return true;
    },
    { alt: ["paragraph", "reference", "blockquote", "list"] },
  );
}

const DOLLAR = 36;

/** Where the sign that ends an equation stands, or -1. */
function closing(source: string, start: number, most: number, doubled: boolean): number {
  for (let at = start + 1; at < most; at++) {
    if (source.charCodeAt(at) !== DOLLAR || source[at - 1] === "\\") continue;
    if (doubled) {
      if (source.charCodeAt(at + 1) === DOLLAR) return at;
    } else if (!/\s/.test(source[at - 1]!)) return /\d/.test(source[at + 1] ?? "") ? -1 : at;
  }
  return -1;
}

/** A link or an address, which an equation would swallow. */
const LINKED = /\]\(|\]\[|<\/?a[\s>]|:\/\//i;
/** What only TeX has, and a word with spaces beside it. */
const TEX_CHARACTER = /[\\^_={}+<>*/|]/;
const WORD = /(?:^|\s)\p{L}{2,}(?:\s|$)/u;

/** What joins names of variables, and ends no equation. */
const JOINS = /[:/=,;([]$/;

/** Whether somebody can have meant this as an equation. */
export function mayBeMeant(tex: string, doubled = false): boolean {
  if (LINKED.test(tex) || (!doubled && ((!TEX_CHARACTER.test(tex) && WORD.test(tex)) || JOINS.test(tex))))
    return false;
  let depth = 0;
  for (const [brace] of tex.matchAll(/\\.|[{}]/gs)) {
    if (brace === "{") depth++;
    else if (brace === "}" && --depth < 0) return false;
  }
  return depth === 0;
}
