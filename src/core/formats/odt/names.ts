import { OWN_NAMESPACE } from "../office/own-part";
import type { Namespaces } from "../xml/parse-xml";

const OPEN = "urn:oasis:names:tc:opendocument:xmlns:";

/** Prefixes of the namespaces of ISO 26300. */
export const NAMESPACES: Namespaces = {
  [`${OPEN}office:1.0`]: "office",
  [`${OPEN}text:1.0`]: "text",
  [`${OPEN}style:1.0`]: "style",
  [`${OPEN}table:1.0`]: "table",
  [`${OPEN}drawing:1.0`]: "draw",
  [`${OPEN}xsl-fo-compatible:1.0`]: "fo",
  [`${OPEN}svg-compatible:1.0`]: "svg",
  [`${OPEN}manifest:1.0`]: "manifest",
  [`${OPEN}meta:1.0`]: "meta",
  [`${OPEN}form:1.0`]: "form",
  "urn:org:documentfoundation:names:experimental:office:xmlns:loext:1.0": "loext",
  "http://www.w3.org/1999/xlink": "xlink",
  "http://purl.org/dc/elements/1.1/": "dc",
  "http://www.w3.org/1998/Math/MathML": "math",
  [OWN_NAMESPACE]: "own",
};
