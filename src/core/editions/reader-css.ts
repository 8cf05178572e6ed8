/** Looks of what readers do: the tools in the banner, panels, menus at places, the glance at a link, papers and sizes. */
export const READER_CSS = `html{font-size:calc(1.0625rem*var(--reader,1));--point:calc(1.0625rem*var(--reader,1)/11)}
[data-lines=narrow] .page{max-width:32rem}
[data-lines=wide] .page{max-width:60rem}
[data-paper=day]{color-scheme:light;--ground:#fbf8f2;--ink:#1c2a30;--quiet:#55636a;--line:#ddd5c6;--hemp:#a9793b;--tide:#0e5a5e;--wash:#f2ecdf;--plum:#6b3f69}
[data-paper=sepia]{color-scheme:light;--ground:#f3e6cd;--ink:#3a2d1c;--quiet:#66573f;--line:#d8c6a2;--hemp:#8f6226;--tide:#1d5254;--wash:#eadab9;--plum:#6b3f55}
[data-paper=night]{color-scheme:dark;--ground:#0f1518;--ink:#d8d3c8;--quiet:#9aa6a9;--line:#2f3a40;--hemp:#d0a265;--tide:#7cc4c6;--wash:#1a2328;--plum:#cfa0cc}
.tools{align-items:center;display:flex;flex:none;gap:.4rem}
.tools>button,.panel button,.place-menu button{background:var(--ground);border:1px solid var(--line);border-radius:6px;color:inherit;cursor:pointer;font:.9rem/1.4 Figtree,system-ui,sans-serif;min-height:2rem;min-width:2rem;padding:.2rem .6rem}
.tools>button:hover,.panel button:hover,.place-menu button:hover{border-color:var(--hemp)}
:is(.tools,.panel,.place-menu,.way-back) :focus-visible,button:focus-visible,input:focus-visible,textarea:focus-visible{outline:2px solid var(--tide);outline-offset:2px}
.found [role=status]:empty{display:none}
.found ol:not(:empty)+ol:not(:empty){border-top:1px solid var(--line);margin-top:.4rem;padding-top:.4rem}
.found .name{align-items:baseline;display:flex;gap:1rem;justify-content:space-between}
.found .printed{color:var(--quiet);flex:none;font-size:.85rem}
.branches [aria-current=location]{background:var(--wash);border-inline-start:3px solid var(--hemp)}
.panel{background:var(--ground);border:1px solid var(--line);border-radius:8px;box-shadow:0 12px 40px rgb(0 0 0/.3);color:var(--ink);font:.95rem/1.5 Figtree,system-ui,sans-serif;margin-inline:auto 1rem;margin-top:3.4rem;max-height:calc(100dvh - 5rem);overflow-y:auto;padding:.5rem 1.25rem 1.25rem;width:min(26rem,calc(100vw - 2rem))}
.panel::backdrop{background:rgb(0 0 0/.25)}
.panel-head{align-items:center;background:var(--ground);display:flex;justify-content:space-between;padding:.5rem 0;position:sticky;top:-.5rem}
.panel-head h2{font-size:1.1rem;margin:0}
.panel .branches{display:block;position:static}
.sizes{align-items:center;display:flex;gap:1rem}
.sizes input{accent-color:var(--tide);flex:1;min-height:24px}
.choices{border:0;display:flex;flex-wrap:wrap;gap:.4rem 1rem;margin:1rem 0;padding:0}
.choices label{align-items:center;display:flex;gap:.4rem;min-height:28px}
.choices input{accent-color:var(--tide)}
.own-marks{list-style:none;margin:0;padding:0}
.own-marks li{border-top:1px solid var(--line);margin:0;padding:.7rem 0}
.own-marks q{color:var(--quiet);display:block}
.own-marks .gone{color:var(--plum);margin:.2rem 0}
.panel textarea{background:var(--wash);border:1px solid var(--line);border-radius:6px;color:inherit;display:block;font:inherit;margin:.4rem 0;padding:.4rem .6rem;width:100%}
.place-more{background:none;border:1px solid transparent;border-radius:6px;cursor:pointer;min-height:24px;min-width:24px;opacity:0;padding:0 .3rem}
:is(h1,h2,h3,h4,h5,h6):hover>.place-more,.place-more:focus-visible,.place-more[aria-expanded=true]{opacity:1}
@media (hover:none){.place-more{opacity:.7}}
.place-menu{background:var(--ground);border:1px solid var(--line);border-radius:8px;box-shadow:0 8px 24px rgb(0 0 0/.2);display:flex;flex-wrap:wrap;gap:.3rem;max-width:calc(100vw - 1rem);padding:.35rem;position:fixed;z-index:4}
.place-menu[hidden],.glance[hidden],.way-back[hidden]{display:none}
.own-mark{color:var(--hemp);margin-inline-start:.3em}
.own-quote{background:linear-gradient(transparent 60%,color-mix(in srgb,var(--hemp) 40%,transparent) 60%)}
.glance{background:var(--ground);border:1px solid var(--line);border-radius:8px;box-shadow:0 8px 24px rgb(0 0 0/.2);font-size:.9rem;line-height:1.5;max-height:60vh;max-width:min(22rem,calc(100vw - 1rem));overflow:hidden;padding:.7rem .9rem;position:fixed;z-index:5}
.glance p{margin:.2rem 0 0}
.glance img{max-height:11rem;object-fit:contain}
.way-back{background:var(--ground);border:1px solid var(--hemp);border-radius:999px;bottom:1rem;box-shadow:0 4px 14px rgb(0 0 0/.2);color:inherit;cursor:pointer;font:.9rem/1.4 Figtree,system-ui,sans-serif;inset-inline-start:1rem;max-width:min(24rem,calc(100vw - 2rem));min-height:2.4rem;overflow:hidden;padding:.4rem 1rem;position:fixed;text-overflow:ellipsis;white-space:nowrap;z-index:3}
.said{background:var(--ink);border-radius:6px;bottom:4.2rem;color:var(--ground);font:.9rem/1.4 Figtree,system-ui,sans-serif;inset-inline-start:50%;margin:0;max-width:calc(100vw - 2rem);padding:.5rem 1rem;position:fixed;transform:translateX(-50%);z-index:6}
[dir=rtl] .said{transform:translateX(50%)}
.said:empty{display:none}
.go-on{background:var(--wash);border-inline-start:3px solid var(--hemp);margin:0 0 1.5rem;padding:.6rem 1rem}
.older,.newer{background:var(--wash);border-bottom:1px solid var(--line);font:.95rem/1.5 Figtree,system-ui,sans-serif;margin:0;padding:.6rem 1.25rem}
.about{border-top:1px solid var(--line);color:var(--quiet);font:.85rem/1.6 Figtree,system-ui,sans-serif;margin-top:2rem;padding-top:.8rem}
.about p{margin:0}
@media (min-width:64rem){.way-back{inset-inline-start:18rem}}
@media (max-width:40rem){.banner{flex-wrap:wrap;padding:.4rem .8rem}.banner .title{flex-basis:100%}.tools{flex:1}.search{flex:1}.banner .to-contents{align-items:center;display:inline-flex;min-height:2rem}.search input{width:100%}html{scroll-padding-top:6.5rem}.panel{margin-inline:auto;margin-top:auto;margin-bottom:.5rem}}
@media print{.way-back,.said,.glance,.place-menu,.place-more,.own-mark,.tools,.go-on,.older,.newer{display:none!important}}`;
