/** How pictures in lines look (CSS) within a scope: on screens and in exported pages alike. */
export function pictureRules(scope: string): string {
  return [
    `${scope} img.in-line { display: inline; max-height: 34rem; max-width: 100%; vertical-align: -0.15em; }`,
    `${scope} .picture-gone { color: var(--quiet); text-decoration: underline dashed 1px; }`,
  ].join("\n");
}
