import { NUMERALS } from "@/core/document";

/** How the counts and boxes of lists look (CSS) within a scope: on screens and in exported pages alike. */
export function listRules(scope: string): string {
  return [
    // What stands beside a count is said by the list's own element.
    ...NUMERALS.map(
      (numerals) =>
        `${scope} ol[data-numerals="${numerals}"] > li::marker { content: var(--before) counter(list-item, ${numerals}) var(--after); }`,
    ),
    `${scope} :is(li.check, li[data-checked]) { list-style: none; position: relative; }`,
    `${scope} :is(li.check > input, li.check > p:first-child > input, li[data-checked] > input) { accent-color: var(--tide); height: 1em; inset-inline-start: -1.5em; margin: 0; position: absolute; top: 0.3em; width: 1em; }`,
  ].join("\n");
}
