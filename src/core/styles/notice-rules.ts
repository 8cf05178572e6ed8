import { fixedWords, NOTICE_KINDS } from "@/core/document";
import { iconSvg } from "@/core/model/notice-icon";

/*
 * How notices look (CSS): on screens and in exported pages alike. Colours that have a name come from the place.
 */

const COLOURS = {
  note: "var(--tide)",
  tip: "var(--tide)",
  caution: "light-dark(#7c5420, #e0b67c)",
  warning: "light-dark(#a8401f, #f0a184)",
  danger: "light-dark(#9c1f2b, #f59aa2)",
} as const;

/** An image as an address that stands in CSS without quotation marks. */
function address(svg: string): string {
  return `data:image/svg+xml,${encodeURIComponent(svg).replaceAll("'", "%27")}`;
}

/** The rules of notices within a scope. */
export function noticeRules(scope: string): string {
  const within = (rest: string) => `${scope} [data-notice]${rest}`;
  return [
    `${within("")} { background: var(--wash); border-inline-start: 3px solid var(--notice); border-radius: 6px; break-inside: avoid; margin: 1.2em 0; padding: 0.8em 1em 0.1em; padding-inline-start: 2.6em; position: relative; }`,
    `${within("::before")} { background: var(--notice); content: ""; height: 1.1em; inset-inline-start: 0.9em; mask: var(--icon) center / contain no-repeat; position: absolute; top: 1.05em; width: 1.1em; }`,
    `${within(" > .notice-title")} { color: var(--notice); font-weight: 600; margin: 0 0 0.35em; }`,
    ...NOTICE_KINDS.map(
      (kind) =>
        `${scope} [data-notice="${kind}"] { --notice: ${COLOURS[kind]}; --icon: url(${address(iconSvg(kind))}); }`,
    ),
  ].join("\n");
}

/** The words that stand for empty titles where a text is written, in its language; in files they are there as words. */
export function noticeWords(scope: string, language: string): string {
  const words = fixedWords(language).notices;
  return NOTICE_KINDS.map((kind) => {
    const title = `${scope} [data-notice="${kind}"] > .notice-title`;
    const empty = `${title}:is(:empty, :has(> .ProseMirror-trailingBreak:only-child))::before`;
    return `${empty} { content: ${JSON.stringify(words[kind])} }`;
  }).join("\n");
}
