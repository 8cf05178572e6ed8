import { childNamed, elementsIn, elementsWithin, firstWithin, type XmlElement } from "../xml/element";
import { isOn } from "./names";
import { points } from "./style-table";
import type { DocxScope } from "./scope";

/** A drawing, as a picture of a document. */
export interface DrawnPicture {
  /** Null where it cannot be shown; that is told. */
  readonly bytes: Uint8Array | null;
  readonly alt: string;
  readonly decorative: boolean;
  /** In points; null if the file does not give it. */
  readonly width: number | null;
  readonly height: number | null;
  /** Where it stands beside text. */
  readonly place: "line" | "left" | "right";
  /** The id of the relationship to which it is linked. */
  readonly link: string | null;
}

const EMU_PER_POINT = 12_700;

/** Whether an element draws something that is a picture, and not a box of text alone. */
export function isPicture(element: XmlElement): boolean {
  if (element.name === "w:drawing")
    return firstWithin(element, "a:blip") !== null || firstWithin(element, "wps:txbx") === null;
  return (
    (element.name === "w:pict" || element.name === "w:object") &&
    (firstWithin(element, "v:imagedata") !== null || element.name === "w:object")
  );
}

/** Reads a drawing (ISO 29500-1, 20.4; the older kind: ISO 29500-4, 14). */
export function drawnPicture(element: XmlElement, scope: DocxScope): DrawnPicture {
  return element.name === "w:drawing" ? fromDrawing(element, scope) : fromShape(element, scope);
}

function fromDrawing(element: XmlElement, scope: DocxScope): DrawnPicture {
  const frame = [...elementsIn(element)].find(({ name }) => name === "wp:inline" || name === "wp:anchor");
  const properties = childNamed(frame, "wp:docPr");
  const extent = childNamed(frame, "wp:extent")?.attributes;
  const length = (written: string | undefined) =>
    Number(written) > 0 ? Number(written) / EMU_PER_POINT : null;
  const { descr = "", title = "" } = properties?.attributes ?? {};
  return {
    bytes: bytesOfDrawing(element, scope),
    alt: descr || title,
    decorative: [...elementsWithin(properties)].some(
      ({ name, attributes }) => name.endsWith("decorative") && isOn(attributes.val),
    ),
    width: length(extent?.cx),
    height: length(extent?.cy),
    place: frame?.name === "wp:anchor" ? placeOf(frame) : "line",
    link: firstWithin(properties, "a:hlinkClick")?.attributes["r:id"] ?? null,
  };
}

/** An anchored drawing stands at the margin to which it is aligned, where text goes around it. */
function placeOf(frame: XmlElement): DrawnPicture["place"] {
  const wraps = [...elementsIn(frame)].some(({ name }) => /^wp:wrap(?:Square|Tight|Through)$/.test(name));
  const align = childNamed(childNamed(frame, "wp:positionH"), "wp:align")?.content.join("").trim();
  if (!wraps) return "line";
  return align === "right" || align === "outside"
    ? "right"
    : align === "left" || align === "inside"
      ? "left"
      : "line";
}

function bytesOfDrawing(element: XmlElement, scope: DocxScope): Uint8Array | null {
  const blip = firstWithin(element, "a:blip");
  if (!blip) {
    const what = firstWithin(element, "c:chart")
      ? "chart"
      : firstWithin(element, "dgm:relIds")
        ? "diagram"
        : "drawing";
    scope.context.dropped.add(`${what} that cannot be shown`, "Its place and description are kept.");
    return null;
  }
  // The same picture without loss, where a program kept it beside.
  const drawn = firstWithin(blip, "asvg:svgBlip")?.attributes["r:embed"];
  const [id, outside] = [blip.attributes["r:embed"], blip.attributes["r:link"]];
  return (
    (drawn ? bytesAt(drawn, scope, false) : null) ??
    (id ? bytesAt(id, scope, true) : null) ??
    (outside ? bytesAt(outside, scope, true) : null)
  );
}

function fromShape(element: XmlElement, scope: DocxScope): DrawnPicture {
  const image = firstWithin(element, "v:imagedata");
  const shape = [...elementsWithin(element)].find(({ name }) => /^v:(?:shape|rect)$/.test(name));
  const style = shape?.attributes.style ?? "";
  const length = (name: string) => {
    const written = new RegExp(`(?:^|;)\\s*${name}\\s*:\\s*([\\d.]+(?:pt|in|cm|mm|px)?)`).exec(
      style.slice(0, 2_000),
    )?.[1];
    return written === undefined
      ? null
      : /px$|\d$/.test(written)
        ? Number.parseFloat(written) * 0.75
        : points(written);
  };
  const id = image?.attributes["r:id"] ?? image?.attributes["o:relid"];
  if (!id)
    scope.context.dropped.add("embedded object without a picture", "Its place and description are kept.");
  return {
    bytes: id ? bytesAt(id, scope, true) : null,
    alt: shape?.attributes.alt ?? image?.attributes["o:title"] ?? "",
    decorative: false,
    width: length("width"),
    height: length("height"),
    place: "line",
    link: null,
  };
}

/** Drawings of an older system, which browsers do not show. */
const METAFILES = /\.(?:emf|wmf|emz|wmz|pict|pct)$/i;

function bytesAt(id: string, { relationships, pack, context }: DocxScope, tells: boolean): Uint8Array | null {
  const relationship = relationships.get(id);
  const tell = (what: string, why: string) => {
    if (tells) context.dropped.add(what, why);
    return null;
  };
  if (!relationship || relationship.outside)
    return tell(
      relationship ? "remote picture" : "picture that is not in the file",
      "Pictures are not fetched from elsewhere; its place and description are kept.",
    );
  if (METAFILES.test(relationship.target))
    return tell("drawing in an old form that cannot be shown", "Its place and description are kept.");
  const bytes = pack.archive.bytesOf(relationship.target);
  return bytes ?? tell("picture that is not in the file", "Its place and description are kept.");
}

/** The pictures within an element: of alternates, those of the first that shows any. */
export function drawingsIn(element: XmlElement): XmlElement[] {
  const drawings: XmlElement[] = [];
  const look = (at: XmlElement) => {
    for (const child of elementsIn(at)) {
      if (["w:drawing", "w:pict", "w:object"].includes(child.name)) {
        if (isPicture(child)) drawings.push(child);
      } else if (child.name === "mc:AlternateContent") {
        const understood = [...elementsIn(child)].find(
          (choice) => firstWithin(choice, "a:blip") || choice.name === "mc:Fallback",
        );
        if (understood) look(understood);
      } else if (child.name !== "w:del" && child.name !== "w:pPr") look(child);
    }
  };
  look(element);
  return drawings;
}
