// ISO 26300 text file: the package, each part against the RELAX NG schema (jing), and that links inside lead to something.
// node check-odt.mjs FILE…   (`./schemas` first; needs jing and a Java runtime)
import fs from "fs";
import os from "os";
import path from "path";
import { spawnSync } from "child_process";
import { unzipSync, strFromU8 } from "fflate";

const RNG =
  (process.env.GATE_SCHEMAS || os.homedir() + "/.cache/gate-schemas") + "/odf/OpenDocument-v1.2-schema.rng";

export function check(file) {
  const bytes = fs.readFileSync(file),
    errors = [],
    parts = unzipSync(bytes);
  if (strFromU8(bytes.subarray(30, 38)) !== "mimetype" || bytes.readUInt16LE(8) !== 0)
    errors.push("mimetype is not the first entry, stored");
  if (!parts["META-INF/manifest.xml"]) errors.push("no manifest");
  else {
    const listed = [
      ...strFromU8(parts["META-INF/manifest.xml"]).matchAll(/manifest:full-path="([^"]+)"/g),
    ].map((m) => m[1]);
    for (const name of listed)
      if (!name.endsWith("/") && !parts[name]) errors.push("listed and not there: " + name);
    for (const name of Object.keys(parts))
      if (!/^(mimetype|META-INF\/)|\/$/.test(name) && !listed.includes(name))
        errors.push("there and not listed: " + name);
  }
  const folder = fs.mkdtempSync(os.tmpdir() + "/odt-");
  for (const name of ["content.xml", "styles.xml", "meta.xml", "settings.xml"]) {
    if (!parts[name]) continue;
    const at = path.join(folder, name);
    fs.writeFileSync(at, parts[name]);
    const run = spawnSync("jing", ["-i", RNG, at], { encoding: "utf8", maxBuffer: 1e9 });
    for (const line of run.stdout.split("\n"))
      // What other programs add in spaces of their own is allowed (extended conformance).
      if (
        /error:/.test(line) &&
        !/(attribute|element) "(officeooo|loext|calcext|field|drawooo|css3t|tableooo):/.test(line)
      )
        errors.push(name + ": " + line.replace(/^.*?error: /, "").slice(0, 220));
  }
  fs.rmSync(folder, { recursive: true });
  const content = strFromU8(parts["content.xml"] ?? new Uint8Array());
  const places = new Set(
    [
      ...content.matchAll(
        /<text:(?:bookmark|bookmark-start|reference-mark|reference-mark-start)\b[^>]*?text:name="([^"]*)"/g,
      ),
    ].map((m) => m[1]),
  );
  for (const [, to] of content.matchAll(/xlink:href="#([^"]*)"/g))
    if (!places.has(to) && !/\|(outline|table|graphic|frame|region|ole)$/.test(decodeURIComponent(to)))
      errors.push("leads nowhere: #" + to);
  for (const [, to] of content.matchAll(
    /<text:(?:bookmark-ref|reference-ref)\b[^>]*?text:ref-name="([^"]*)"/g,
  ))
    if (!places.has(to)) errors.push("speaks of nothing: " + to);
  return errors;
}
