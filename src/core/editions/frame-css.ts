/** Looks of what stands around the text of a page: beside it where there is room, above it on a phone, not on paper. */
export const FRAME_CSS = `body{max-width:none;padding:0}
.banner{align-items:baseline;background:var(--ground);border-bottom:1px solid var(--line);display:flex;gap:1rem;justify-content:space-between;padding:.6rem 1.25rem;position:sticky;top:0;z-index:2}
.banner .title{font-size:1.05rem;font-weight:600;line-height:1.3;margin:0;min-width:0;overflow:hidden;text-overflow:ellipsis;white-space:nowrap}.banner a{text-decoration:none}
.banner .to-contents{flex:none;font:.9rem/1.5 Figtree,system-ui,sans-serif;min-height:24px}
html{scroll-padding-top:4rem}
.page{margin:0 auto;max-width:42rem;min-width:0;padding:1.5rem 1.25rem 5rem}
.branches{font:.88rem/1.4 Figtree,system-ui,sans-serif}.branches ol ol{padding-inline-start:1rem}.branches a{display:block;padding:.25rem .5rem;text-decoration:none}.branches [aria-current]{background:var(--wash);border-inline-start:3px solid var(--hemp);font-weight:600}
.branches summary{cursor:pointer;font-weight:600;padding:.25rem .5rem}
.path ol{display:flex;flex-wrap:wrap;font:.85rem/1.5 Figtree,system-ui,sans-serif;gap:.2rem .5rem;list-style:none;margin:0 0 1rem;padding:0}.path li+li::before{color:var(--quiet);content:"/";margin-inline-end:.5rem}.path li{margin:0}
.steps{border-top:1px solid var(--line);display:grid;font:.92rem/1.4 Figtree,system-ui,sans-serif;gap:.6rem 1rem;grid-template-columns:1fr 1fr;margin-top:3rem;padding-top:1rem}.steps a{border:1px solid var(--line);border-radius:6px;padding:.5rem .8rem;text-decoration:none}.steps a:hover{border-color:var(--hemp)}.steps span{color:var(--quiet);display:block;font-size:.8rem}.steps .next{grid-column:2;text-align:end}.steps .parent{grid-column:1/-1;grid-row:2}.steps p{color:var(--quiet);grid-column:1/-1;margin:0;text-align:center}
@media (min-width:64rem){.beside-text{display:grid;grid-template-columns:17rem minmax(0,1fr)}.branches{align-self:start;border-inline-end:1px solid var(--line);max-height:calc(100vh - 3rem);overflow-y:auto;padding:1rem .75rem;position:sticky;top:3rem}.branches summary{list-style:none}.page{padding-top:2.5rem}}
@media (max-width:63.99rem){.branches{display:none}}
@media print{.banner,.branches,.path,.steps{display:none}.page{max-width:none;padding:0}}`;
