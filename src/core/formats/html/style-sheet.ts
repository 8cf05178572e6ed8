import { ownStylesOf, type PageSection, type StyleSheet } from "@/core/document";
import { FACE_NAMES, listRules, noticeRules, pictureRules, styleRules } from "@/core/styles";
import { pageRules } from "./page-rules";

/** A font that is written into the file. `data` is WOFF2 in base64. */
export interface EmbeddedFont {
  readonly family: string;
  readonly style: "normal" | "italic";
  readonly data: string;
  readonly unicodeRange: string;
}

/** The families of fonts that a style sheet asks for in a text; those of code and buttons only where it has some. */
export function familiesOf(sheet: StyleSheet, text: string): ReadonlySet<string> {
  const own = Object.values(ownStylesOf(sheet)).flatMap(({ look }) => look.face ?? []);
  const used = Object.entries(sheet.styles).flatMap(([name, { face }]) => {
    if (name === "code" && !text.includes("<code")) return [];
    if (name === "button" && !text.includes('class="button"')) return [];
    return face ? [FACE_NAMES[face]] : [];
  });
  return new Set([...used, ...own.map((face) => FACE_NAMES[face])]);
}

/** Looks of the exported page, with its sections of pages: the document's own, readable from phone to desk, in light and dark, and on paper. */
export function styleSheet(
  fonts: readonly EmbeddedFont[],
  sheet: StyleSheet,
  sections: readonly PageSection[] = [],
): string {
  const faces = fonts.map(
    (font) =>
      `@font-face{font-family:"${font.family}";font-style:${font.style};font-weight:200 900;font-display:swap;src:url(data:font/woff2;base64,${font.data}) format("woff2");unicode-range:${font.unicodeRange}}`,
  );
  return [
    ...faces,
    LOOKS,
    listRules("main"),
    pictureRules("main"),
    noticeRules("main"),
    styleRules(sheet, "main"),
    pageRules(sheet, sections),
  ].join("\n");
}

const LOOKS = `:root{color-scheme:light dark;--ground:#fbf8f2;--ink:#1c2a30;--quiet:#55636a;--line:#ddd5c6;--hemp:#a9793b;--tide:#0e5a5e;--wash:#f2ecdf;--plum:#6b3f69}
@media (prefers-color-scheme:dark){:root{--ground:#141c20;--ink:#e8e2d6;--quiet:#a5b0b3;--line:#37434a;--hemp:#d0a265;--tide:#7cc4c6;--wash:#1d272c;--plum:#cfa0cc}}
*{box-sizing:border-box}
html{--point:calc(1.0625rem / 11);background:var(--ground);color:var(--ink);font:1.0625rem/1.6 Literata,Georgia,serif;-webkit-text-size-adjust:100%;scroll-padding-top:1rem}
body{margin:0 auto;max-width:42rem;padding:2rem 1.25rem 6rem;overflow-wrap:break-word}
.skip{background:var(--ground);left:-999px;padding:.4em .8em;position:absolute;top:.5rem;z-index:3}.skip:focus{left:.5rem}body>header h1{font-size:1.9rem;line-height:1.2;margin:0 0 1.5rem}
main>:is(h1,h2,h3,h4,h5,h6):is(:first-child,span:first-child+*){margin-top:0}
a{color:inherit;text-decoration:underline;text-decoration-color:var(--hemp);text-decoration-thickness:.09em;text-underline-offset:.18em}
a:hover{color:var(--tide)}a:focus-visible{outline:2px solid var(--tide);outline-offset:2px;border-radius:2px}
a.broken,a[data-look=plain]{text-decoration:none}
a[data-look=button]{background:var(--wash);border:1px solid var(--hemp);border-radius:6px;display:inline-block;padding:.1em .7em;text-decoration:none}
:target{background:var(--wash);box-shadow:0 0 0 .3rem var(--wash);border-radius:2px}
nav ol{list-style:none;margin:0;padding-inline-start:1.25rem}nav>ol{padding-inline-start:0}
nav li{margin:.3em 0}nav>ol>li{margin-top:.6em}
nav[data-columns]>ol{column-gap:2rem}nav[data-columns="2"]>ol{columns:2}nav[data-columns="3"]>ol{columns:3}nav[data-run] :is(ol,li){display:inline;padding:0}nav[data-run] li:not(:last-child)::after{content:" · "}
nav[data-buttons] :is(ol,li){display:contents}nav[data-buttons]{display:flex;flex-wrap:wrap;gap:.6rem}nav[data-buttons] .contents-title{width:100%;margin-bottom:0}nav[data-buttons] a{background:var(--wash);border:1px solid var(--hemp);border-radius:6px;padding:.4em 1em;text-decoration:none}
nav[data-buttons][data-stacked]{align-items:flex-start;flex-direction:column}nav[data-flush] ol{padding-inline-start:0}nav li:has(>details){position:relative}nav summary{color:var(--quiet);cursor:pointer;inset-inline-start:-1.6em;min-height:24px;padding-inline-start:6px;position:absolute;top:0;width:24px}nav summary span{clip-path:inset(50%);height:1px;overflow:hidden;position:absolute;white-space:nowrap;width:1px}@media print{nav summary{display:none}}
nav[data-placed]{background:var(--ground);font-size:.85rem;overflow-x:auto;padding:.5rem 0;position:sticky;z-index:1}nav[data-buttons][data-placed]{flex-wrap:nowrap}nav[data-buttons][data-placed] .contents-title{font-size:inherit;margin:0;padding:.4em 0;width:auto}nav[data-placed] :is(a,p){flex:none;white-space:nowrap}nav[data-placed=header]{border-bottom:1px solid var(--line);top:0}nav[data-placed=footer]{border-top:1px solid var(--line);bottom:0}nav[data-placed] .contents-title:empty{display:none}html:has(nav[data-placed=header]){scroll-padding-top:4rem}@media print{nav[data-placed]{position:static}}
nav[data-cards]>ol{display:grid;gap:1rem;grid-template-columns:repeat(auto-fill,minmax(12rem,1fr))}nav[data-cards] li{border:1px solid var(--line);border-radius:6px;margin:0!important;overflow:hidden;padding-bottom:.6rem;position:relative}nav[data-cards] img{aspect-ratio:16/9;object-fit:cover;width:100%}nav[data-cards] :is(a,p){display:block;margin:.6rem .8rem 0}nav[data-cards] a{font-weight:600}nav[data-cards] a::after{content:"";inset:0;position:absolute}nav[data-cards] li p{color:var(--quiet);font-size:.88rem;line-height:1.45}
.contents-title,nav.front>p{font-size:1.45rem;font-weight:600;margin:1.5em 0 .5em}
.return{font-size:.9rem;margin:1.5rem 0}
.beside{color:var(--quiet);font:400 .8rem/1 sans-serif;margin-inline-start:.4em;text-decoration:none;vertical-align:middle}.floating{background:var(--ground);border:1px solid var(--hemp);border-radius:6px;bottom:1rem;font-size:.9rem;padding:.4em .9em;position:fixed;right:1rem;text-decoration:none}@media print{.beside,.floating{display:none}}
figure{margin:2rem 0;break-inside:avoid}img{max-width:100%;height:auto;display:block;margin:0 auto}
figure{width:var(--width,auto)}figure[data-place=left]{float:left;margin:.4rem 1.5rem .5rem 0}figure[data-place=right]{float:right;margin:.4rem 0 .5rem 1.5rem}figure[data-width] img{width:100%}
main :is(h1,h2,h3,h4,h5,h6,.equation-line,table,pre,nav){clear:both}
.equation-line{align-items:center;display:flex;gap:1rem;margin:1.2em 0;overflow-x:auto}.equation-line .equation{flex:1;text-align:center}.formula code,.equation code{color:inherit}
sup.note{line-height:0}sup.note a,.notes a[role=doc-backlink]{text-decoration:none}.notes{border-top:1px solid var(--line);clear:both;margin-top:3rem;padding-top:.6rem}.notes li{padding-inline-start:.3em}
.no-picture{border:1px dashed var(--line);color:var(--quiet);margin:0;padding:2rem;text-align:center}
.table-frame{margin:1.5rem 0;overflow-x:auto}table{border-collapse:collapse;font-size:.95rem;min-width:60%}
th,td{border-bottom:1px solid var(--line);padding-block:.4rem;padding-inline:0 .75rem;text-align:start;vertical-align:top}
th{font-weight:600}thead th{border-bottom:2px solid var(--hemp)}td p,th p{margin:0 0 .4em}
dl{margin:1.2rem 0}dt{break-after:avoid;font-weight:600;margin-top:.6em}dt+dt{margin-top:0}dd{margin-block:.2em .4em;margin-inline:1.6em 0}dd>p{margin:0 0 .4em}
blockquote{border-inline-start:3px solid var(--hemp);color:var(--quiet);margin:1.5rem 0;padding-inline-start:1rem}
code,pre{direction:ltr;unicode-bidi:isolate;font-family:"JetBrains Mono",ui-monospace,monospace;font-size:.88em;font-variant-ligatures:none}
pre{background:var(--wash);border-radius:6px;overflow-x:auto;padding:.9rem 1rem}
hr{border:0;border-top:1px solid var(--line);margin:2.5rem auto;width:40%}hr.page-break{width:100%;border-top-style:dashed}
@media print{html{--point:1pt;background:#fff;color:#000;font-size:10.5pt}body{max-width:none;padding:0}a{text-decoration-color:#999}hr.page-break{visibility:hidden;margin:0}.table-frame{overflow:visible}tr{break-inside:avoid}thead{display:table-header-group}}`;
