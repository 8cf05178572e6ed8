/** A font that is written into the file. `data` is WOFF2 in base64. */
export interface EmbeddedFont {
  readonly family: string;
  readonly style: "normal" | "italic";
  readonly data: string;
  readonly unicodeRange: string;
}

/** Looks of the exported page: readable from phone to desk, in light and dark, and on paper. */
export function styleSheet(fonts: readonly EmbeddedFont[]): string {
  const faces = fonts.map(
    (font) =>
      `@font-face{font-family:"${font.family}";font-style:${font.style};font-weight:200 900;font-display:swap;src:url(data:font/woff2;base64,${font.data}) format("woff2");unicode-range:${font.unicodeRange}}`,
  );
  return faces.join("\n") + "\n" + LOOKS;
}

const LOOKS = `:root{color-scheme:light dark;--ground:#fbf8f2;--ink:#1c2a30;--quiet:#55636a;--line:#ddd5c6;--hemp:#a9793b;--tide:#0e5a5e;--wash:#f2ecdf}
@media (prefers-color-scheme:dark){:root{--ground:#141c20;--ink:#e8e2d6;--quiet:#a5b0b3;--line:#37434a;--hemp:#d0a265;--tide:#7cc4c6;--wash:#1d272c}}
*{box-sizing:border-box}
html{background:var(--ground);color:var(--ink);font:1.0625rem/1.6 Literata,Georgia,serif;-webkit-text-size-adjust:100%;scroll-padding-top:1rem}
body{margin:0 auto;max-width:42rem;padding:2rem 1.25rem 6rem;overflow-wrap:break-word}
h1,h2,h3,h4,h5,h6{line-height:1.25;margin:2em 0 .6em;break-after:avoid}
h1{font-size:1.9rem}h2{font-size:1.45rem}h3{font-size:1.2rem}h4,h5,h6{font-size:1.05rem}
a{color:inherit;text-decoration:underline;text-decoration-color:var(--hemp);text-decoration-thickness:.09em;text-underline-offset:.18em}
a:hover{color:var(--tide)}a:focus-visible{outline:2px solid var(--tide);outline-offset:2px;border-radius:2px}
a.adrift{text-decoration:none}
:target{background:var(--wash);box-shadow:0 0 0 .3rem var(--wash);border-radius:2px}
nav ol{list-style:none;margin:0;padding-left:1.25rem}nav>ol{padding-left:0}
nav li{margin:.3em 0}nav>ol>li{margin-top:.6em}
.contents-title,nav.front>p{font-size:1.45rem;font-weight:600;margin:1.5em 0 .5em}
.return{font-size:.9rem;margin:1.5rem 0}
figure{margin:2rem 0;break-inside:avoid}img{max-width:100%;height:auto;display:block;margin:0 auto}
figcaption,caption{color:var(--quiet);font-size:.9rem;line-height:1.45;margin-top:.5rem;text-align:left}
caption{margin:0 0 .5rem}
.no-picture{border:1px dashed var(--line);color:var(--quiet);margin:0;padding:2rem;text-align:center}
.table-frame{margin:1.5rem 0;overflow-x:auto}table{border-collapse:collapse;font-size:.95rem;min-width:60%}
th,td{border-bottom:1px solid var(--line);padding:.4rem .75rem .4rem 0;text-align:left;vertical-align:top}
th{font-weight:600}thead th{border-bottom:2px solid var(--hemp)}td p,th p{margin:0 0 .4em}
blockquote{border-left:3px solid var(--hemp);color:var(--quiet);margin:1.5rem 0;padding-left:1rem}
code,pre{font-family:"JetBrains Mono",ui-monospace,monospace;font-size:.88em}
pre{background:var(--wash);border-radius:6px;overflow-x:auto;padding:.9rem 1rem}
hr{border:0;border-top:1px solid var(--line);margin:2.5rem auto;width:40%}hr.page-break{width:100%;border-top-style:dashed}
@media print{html{background:#fff;color:#000;font-size:10.5pt}body{max-width:none;padding:0}a{text-decoration-color:#999}hr.page-break{visibility:hidden;margin:0}.table-frame{overflow:visible}tr{break-inside:avoid}thead{display:table-header-group}@page{margin:20mm}}`;
