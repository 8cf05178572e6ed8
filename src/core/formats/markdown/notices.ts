import type { Token } from "markdown-it";
import { noticeKindOf } from "@/core/document";
import { noticeIn, noticeMarker } from "./conventions";

const FENCE = /^ {0,3}(`{3,}|~{3,})/;
const CONTAINER = /^ {0,3}(:{3,})\s*\{?\.?([A-Za-z]+)\}?[ \t]*(.*)$/;
const MARKED = /^(?:!!!|\?\?\?\+?)[ \t]+([A-Za-z]+)(.*)$/;
/** Deeper ones stay as they are written: each line of theirs would be as long as they are deep. */
const DEEPEST = 12;

/**
 * Notices between lines of colons, and those that begin with three exclamation marks and stand further in, as several programs write them:
 * here as the quotations with a sign that this format uses. Lines stay lines, so that all else is read as before.
 */
export function noticesAsQuotations(source: string): string {
  if (!/^ {0,3}:::|^(?:!!!|\?\?\?)/m.test(source)) return source;
  const lines = source.split("\n");
  const written: string[] = [];
  let fence: string | null = null;
  /** Those between colons that are open: whether each is a notice. */
  const open: boolean[] = [];
  let depth = 0;
  let marked = false;
  for (const line of lines) {
    const fenced = FENCE.exec(line)?.[1];
    if (fence) {
      if (fenced && fenced.startsWith(fence) && line.trim() === fenced) fence = null;
    } else if (fenced && !marked) fence = fenced;
    const container = fence ? null : CONTAINER.exec(line);
    const kind = depth < DEEPEST ? noticeKindOf(container?.[2]) : null;
    const into = "> ".repeat(depth);
    if (container && kind) {
      written.push(`${into}> ${noticeMarker(kind)} ${container[3]!.trim()}`.trimEnd(), `${into}>`);
      open.push(true);
      depth++;
    } else if (!fence && open.length > 0 && /^ {0,3}:{3,}\s*$/.test(line)) {
      const notice = open.pop();
      if (notice) depth--;
      written.push(notice ? "> ".repeat(depth).trimEnd() : into + line);
    } else {
      if (container && open.length > 0) open.push(false);
      const marker = fence ? null : MARKED.exec(line);
      const signed = noticeKindOf(marker?.[1]);
      if (marker && signed) {
        written.push(`> ${noticeMarker(signed)} ${quoted(marker[2]!)}`.trimEnd(), ">");
        marked = true;
      } else if (marked && /^(?: {4}|\t|\s*$)/.test(line)) {
        written.push(line.trim() === "" ? ">" : `> ${line.replace(/^(?: {4}|\t)/, "")}`);
      } else {
        if (marked) written.push("");
        marked = false;
        written.push(into + line);
      }
    }
  }
  return written.join("\n");
}

/** What stands between quotation marks at the end of a line; empty where nothing does. */
function quoted(line: string): string {
  const words = line.trim();
  const from = words.search(/["“]/);
  return from >= 0 && from < words.length - 1 && /["”]$/.test(words) ? words.slice(from + 1, -1).trim() : "";
}

/**
 * Tokens in which quotations that begin with a sign of a notice are notices: `notice_open`, whose `info` is the kind, `notice_title_open`,
 * the words of the title, and the rest of the first paragraph as one of its own.
 */
export function withNotices(tokens: readonly Token[]): Token[] {
  const out: Token[] = [];
  const closers: string[] = [];
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i]!;
    if (token.type === "blockquote_close") out.push(like(token, closers.pop() ?? "blockquote_close"));
    else if (token.type !== "blockquote_open") out.push(token);
    else {
      const paragraph = tokens[i + 1];
      const inline = tokens[i + 2];
      const found = paragraph?.type === "paragraph_open" && inline?.type === "inline" ? split(inline) : null;
      closers.push(found ? "notice_close" : "blockquote_close");
      if (!found) out.push(token);
      else {
        out.push(like(token, "notice_open", found.kind), ...found.title(paragraph!, tokens[i + 3]!));
        i += 3;
      }
    }
  }
  return out;
}

function split(inline: Token) {
  const [first, ...others] = inline.children ?? [];
  // What is escaped in the source is no sign.
  const found = first?.type === "text" && noticeIn(inline.content) ? noticeIn(first.content) : null;
  if (!first || !found) return null;
  const children = [like(first, "text"), ...others];
  children[0]!.content = found.rest;
  const end = children.findIndex(({ type }) => type === "softbreak" || type === "hardbreak");
  const titled = end < 0 ? children : children.slice(0, end);
  const rest = end < 0 ? [] : children.slice(end + 1);
  const words = (of: Token[]) => {
    const made = like(inline, "inline");
    made.children = of;
    return made;
  };
  return {
    kind: found.kind,
    title: (open: Token, close: Token): Token[] => [
      like(open, "notice_title_open"),
      words(titled),
      like(close, "notice_title_close"),
      ...(rest.length > 0 ? [open, words(rest), close] : []),
    ],
  };
}

function like(token: Token, type: string, info = token.info): Token {
  return Object.assign(Object.create(Object.getPrototypeOf(token)) as Token, token, { type, info });
}
