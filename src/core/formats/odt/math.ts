import { pathBeside, type Archive } from "../archive/archive";
import { texOfMathML } from "../equations/mathml";
import { firstWithin, type XmlElement } from "../xml/element";
import { parseXml } from "../xml/parse-xml";
import { NAMESPACES } from "./names";

/** The TeX of an embedded object that is an equation; null for any other object. */
export function mathTex(object: XmlElement, archive: Archive): string | null {
  const own = firstWithin(object, "math:math");
  if (own) return texOfMathML(own);
  const href = (object.attributes["xlink:href"] ?? "").replace(/^\.\//, "");
  if (href === "") return null;
  const path = pathBeside(`${href}/x`, "content.xml");
  const bytes = archive.bytesOf(path);
  if (!bytes) return null;
  const root = parseXml(bytes, { part: path, namespaces: NAMESPACES, keepsSpace: false });
  return root.name === "math:math" ? texOfMathML(root) : null;
}
