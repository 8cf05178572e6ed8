import { ReadError } from "./intake/read-error";
import { elementsWithin, textWithin, type XmlElement } from "./xml/element";
import { parseXml } from "./xml/parse-xml";

/*
 * What a drawing (SVG 2) must not hold that is opened by itself: what runs, and what fetches something from outside.
 */

/** Elements that run or embed something, without a prefix. */
export const RUNNING_ELEMENTS =
  /^(?:script|foreignObject|iframe|embed|object|audio|video|canvas|handler|listener)$/i;

const ANIMATIONS = /^(?:set|animate.*)$/i;

/** Whether the value of an attribute, or a style, runs nothing and fetches nothing from outside. */
export function isHarmlessValue(value: string): boolean {
  if (/@import|expression\s*\(|javascript:/i.test(value)) return false;
  return [...value.matchAll(/url\(\s*["']?([^"')]*)/gi)].every(
    ([, address]) => address!.startsWith("#") || /^data:(?:image|font)\//i.test(address!),
  );
}

/** Whether an address leads to a part of the drawing, or holds a picture itself. */
export function isHarmlessSource(address: string): boolean {
  return address.startsWith("#") || /^data:image\/(?:png|jpeg|gif|webp);/i.test(address);
}

/** Whether the file of a drawing runs nothing and fetches nothing. One that is not well-formed, or declares entities, does not count as such. */
export function isHarmlessDrawing(bytes: Uint8Array): boolean {
  // The instruction fetches a style sheet (xml-stylesheet 1.0). Without its zeros UTF-16 reads as ASCII.
  const letters = new TextDecoder("latin1").decode(bytes).replaceAll("\0", "");
  if (letters.includes("<?xml-stylesheet")) return false;
  try {
    const root = parseXml(bytes, { part: "drawing", namespaces: NAMESPACES });
    if (root.name !== "svg:svg" || !isHarmless(root)) return false;
    for (const element of elementsWithin(root)) if (!isHarmless(element)) return false;
    return true;
  } catch (error) {
    if (error instanceof ReadError) return false;
    throw error;
  }
}

/** Names of every other namespace begin with its address, so that no other is taken for one of these. */
const NAMESPACES = {
  "http://www.w3.org/2000/svg": "svg",
  "http://www.w3.org/1999/xlink": "xlink",
  "http://www.w3.org/1999/xhtml": "h",
  "http://www.w3.org/2001/xml-events": "events",
};

function isHarmless(element: XmlElement): boolean {
  const { name, attributes } = element;
  const [, prefix = "", local = ""] = /^(?:(svg|h|events):)?(.*)$/.exec(name)!;
  if (prefix === "h" || prefix === "events" || RUNNING_ELEMENTS.test(local)) return false;
  if (local === "style" && !isHarmlessStyle(textWithin(element))) return false;
  return Object.entries(attributes).every(([attribute, value]) => {
    if (/^on/i.test(attribute) || attribute.startsWith("events:") || !isHarmlessValue(value)) return false;
    if (attribute === "xml:base" || (attribute === "style" && !isHarmlessStyle(value))) return false;
    // An animation may put an address where none stood.
    if (ANIMATIONS.test(local) && attribute === "attributeName") return !/href$|^on/i.test(value);
    const leads = attribute === "href" || attribute === "xlink:href";
    return !leads || local === "a" || isHarmlessSource(value);
  });
}

/** A style with escapes may spell `url` or `@import` in a way that is not seen here. */
function isHarmlessStyle(style: string): boolean {
  return !style.includes("\\") && isHarmlessValue(style);
}
