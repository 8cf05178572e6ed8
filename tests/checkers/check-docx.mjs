// OOXML wordprocessing check: MCE preprocess + ECMA-376 XSD (xmllint) + package/bookmark integrity
import fs from "fs";
import os from "os";
import path from "path";
import { spawnSync } from "child_process";
import { createRequire } from "module";
import { unzipSync, strFromU8 } from "fflate";
const require = createRequire(import.meta.url);
const { DOMParser, XMLSerializer } = require("@xmldom/xmldom");
const MC = "http://schemas.openxmlformats.org/markup-compatibility/2006",
  W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main";
const SCH = (process.env.GATE_SCHEMAS || os.homedir() + "/.cache/gate-schemas") + "/ooxml/";
// members added after ECMA-376 1st ed. that are legal in ISO 29500 transitional
const LATER = [
  /compatSetting/,
  /docPr'?, attribute 'title'/,
  /attribute 'noProof'/,
  /(tblLook|cnfStyle|stylePaneFormatFilter)'?, attribute/,
  /2006\/math\}\w+'?, attribute .*facet/,
];
function mce(doc) {
  const root = doc.documentElement;
  const ign = new Set();
  for (const p of (root.getAttributeNS(MC, "Ignorable") || "").split(/\s+/).filter(Boolean)) {
    const u = root.lookupNamespaceURI(p);
    if (u) ign.add(u);
  }
  (function walk(n) {
    for (const a of [...n.attributes])
      if (a.namespaceURI === MC || ign.has(a.namespaceURI)) n.removeAttributeNode(a);
    for (let c = n.firstChild, nx; c; c = nx) {
      nx = c.nextSibling;
      if (c.nodeType !== 1) continue;
      if (ign.has(c.namespaceURI)) {
        n.removeChild(c);
        continue;
      }
      if (c.namespaceURI === MC && c.localName === "AlternateContent") {
        const fb = [...c.childNodes].find((x) => x.localName === "Fallback");
        if (fb)
          while (fb.firstChild) {
            const m = fb.firstChild;
            n.insertBefore(m, c);
            if (m.nodeType === 1) walk(m);
          }
        n.removeChild(c);
        continue;
      }
      walk(c);
    }
  })(root);
}
export function check(file) {
  const z = unzipSync(fs.readFileSync(file));
  const errs = [];
  const tmp = fs.mkdtempSync(os.tmpdir() + "/docxchk-");
  const parse = (n) => new DOMParser().parseFromString(strFromU8(z[n]).replace(/^\uFEFF/, ""), "text/xml");
  const ct = z["[Content_Types].xml"] ? parse("[Content_Types].xml") : null;
  if (!ct) errs.push("no [Content_Types].xml");
  const def = new Set(
      [...ct.getElementsByTagName("Default")].map((e) => e.getAttribute("Extension").toLowerCase()),
    ),
    ov = new Map(
      [...ct.getElementsByTagName("Override")].map((e) => [
        e.getAttribute("PartName").slice(1),
        e.getAttribute("ContentType"),
      ]),
    );
  for (const n of Object.keys(z)) {
    if (n.endsWith("/") || n === "[Content_Types].xml") continue;
    if (!ov.has(n) && !def.has(n.split(".").pop().toLowerCase())) errs.push("no content type: " + n);
  }
  for (const n of ov.keys()) if (!z[n]) errs.push("override without part: " + n);
  for (const n of Object.keys(z).filter((n) => n.endsWith(".rels"))) {
    const base = path.posix.dirname(path.posix.dirname(n));
    const d = parse(n);
    const ids = new Set();
    for (const r of d.getElementsByTagName("Relationship")) {
      const id = r.getAttribute("Id");
      if (ids.has(id)) errs.push("dup rel id " + id);
      ids.add(id);
      if (r.getAttribute("TargetMode") === "External") continue;
      const t = r.getAttribute("Target").split("#")[0];
      if (!t) continue;
      const p = t.startsWith("/") ? t.slice(1) : path.posix.normalize(path.posix.join(base, t));
      if (!z[p]) errs.push(`${n}: ${id} -> missing ${p}`);
    }
  }
  const bmNames = new Map(),
    bmIds = new Map(),
    ends = new Set(),
    targets = [];
  for (const n of Object.keys(z).filter((n) =>
    /^word\/(document|styles|numbering|footnotes|endnotes|comments|settings|fontTable|webSettings|header\d*|footer\d*)\.xml$/.test(
      n,
    ),
  )) {
    const d = parse(n);
    if (/purl\.oclc\.org/.test(d.documentElement.namespaceURI)) {
      errs.push(n + ": Strict namespace (not covered)");
      continue;
    }
    mce(d);
    const f = path.join(tmp, n.replace("/", "_"));
    fs.writeFileSync(f, new XMLSerializer().serializeToString(d));
    const r = spawnSync("xmllint", ["--noout", "--huge", "--schema", SCH + "all-wml.xsd", f], {
      encoding: "utf8",
      maxBuffer: 1e9,
    });
    for (const l of r.stderr.split("\n"))
      if (/validity error|parser error/.test(l) && !LATER.some((x) => x.test(l)))
        errs.push(
          n +
            ": " +
            l
              .replace(/^.*?validity error : /, "")
              .replace(/\{[^}]*\/([^/}]*\/[^/}]*)\}/g, "{$1}")
              .slice(0, 230),
        );
    for (const b of d.getElementsByTagNameNS(W, "bookmarkStart")) {
      const nm = b.getAttributeNS(W, "name"),
        id = b.getAttributeNS(W, "id");
      if (bmNames.has(nm)) errs.push("dup bookmark name " + nm);
      bmNames.set(nm, 1);
      if (bmIds.has(id)) errs.push("dup bookmark id " + id + " " + nm);
      bmIds.set(id, 1);
      if (nm.length > 40) errs.push("bookmark name >40: " + nm);
    }
    for (const b of d.getElementsByTagNameNS(W, "bookmarkEnd")) ends.add(b.getAttributeNS(W, "id"));
    // Fields: simple ones, and complex ones whose instruction may lie in several runs and be nested.
    const instructions = [...d.getElementsByTagNameNS(W, "fldSimple")].map((e) =>
      e.getAttributeNS(W, "instr"),
    );
    const open = [];
    for (const e of d.getElementsByTagName("*")) {
      if (e.namespaceURI !== W) continue;
      const kind = e.localName === "fldChar" ? e.getAttributeNS(W, "fldCharType") : null;
      if (kind === "begin") open.push("");
      else if (kind === "end") {
        if (open.length === 0) errs.push(n + ": a field ends that never began");
        else instructions.push(open.pop());
      } else if (e.localName === "instrText" && open.length) open[open.length - 1] += e.textContent;
    }
    if (open.length) errs.push(n + ": a field never ends");
    for (const words of instructions) {
      const [, name, first = ""] = /^\s*(\S+)\s*"?([^"\s\\]*)"?/.exec(words) ?? [];
      if (/^(REF|PAGEREF|NOTEREF)$/i.test(name ?? "")) targets.push(first);
      const inside = /\\l\s+"?([^"\s]+)"?/.exec(words);
      if (/^HYPERLINK$/i.test(name ?? "") && inside && !/HYPERLINK\s+"[^"]/i.test(words))
        targets.push(inside[1]);
    }
    for (const h of d.getElementsByTagNameNS(W, "hyperlink")) {
      const a = h.getAttributeNS(W, "anchor");
      if (a && !h.getAttributeNS("http://schemas.openxmlformats.org/officeDocument/2006/relationships", "id"))
        targets.push(a);
    }
  }
  for (const id of bmIds.keys()) if (!ends.has(id)) errs.push("bookmark without end " + id);
  for (const t of new Set(targets))
    if (!bmNames.has(t) && t !== "_top") errs.push("link to missing bookmark " + t);
  fs.rmSync(tmp, { recursive: true });
  return errs;
}
if (process.argv[1]?.endsWith("check-docx.mjs"))
  for (const f of process.argv.slice(2)) {
    const t = Date.now();
    let e;
    try {
      e = check(f);
    } catch (x) {
      e = ["EXC " + x.message];
    }
    console.log(f.split("/").pop(), e.length ? "" : "OK", Date.now() - t + "ms");
    const c = {};
    for (const x of e) {
      const k = x.replace(/\d+/g, "N");
      (c[k] ??= []).push(x);
    }
    for (const k of Object.keys(c).slice(0, 12)) console.log("   ", c[k].length + "x", c[k][0]);
  }
