import { pointsOf } from "../office/lengths";
import { childNamed, elementsIn, firstWithin, textWithin, type XmlElement } from "../xml/element";
import { FRAME_STYLES } from "./frame-styles";
import { mathTex } from "./math";
import type { OdtScope } from "./scope";

/** A picture in a frame. */
export interface FramedPicture {
  readonly bytes: Uint8Array | null;
  readonly alt: string;
  /** Whether it tells nothing, and where it stands beside text: as far as a file of Gate Rope says it. */
  readonly decorative: boolean;
  readonly place: "line" | "left" | "right";
  /** In points; null if the file does not give it. */
  readonly width: number | null;
  readonly height: number | null;
  /** Whether it stands among the words of a line. */
  readonly inLine: boolean;
}

/** What a frame holds (ISO 26300-1, 10.4). */
export type Framed =
  | { readonly kind: "picture"; readonly picture: FramedPicture }
  | { readonly kind: "equation"; readonly tex: string }
  | { readonly kind: "box"; readonly box: XmlElement };

/** Drawings of an older system, which browsers do not show. */
const METAFILES = /\.(?:emf|wmf|svm)$/i;

/** What a frame holds: of several forms of one thing, the first that can be shown. */
export function framed(frame: XmlElement, scope: OdtScope): Framed {
  const box = childNamed(frame, "draw:text-box");
  if (box) return { kind: "box", box };
  const object = childNamed(frame, "draw:object");
  const tex = object ? mathTex(object, scope.archive) : null;
  if (tex !== null) return { kind: "equation", tex };
  const { attributes } = frame;
  const [title, description] = [childNamed(frame, "svg:title"), childNamed(frame, "svg:desc")];
  return {
    kind: "picture",
    picture: {
      bytes: bytesOf(frame, scope),
      decorative: scope.own.isOwn && (attributes["draw:name"] ?? "").startsWith("Decoration "),
      place: (scope.own.isOwn && placeOf(attributes["draw:style-name"])) || "line",
      alt: (textWithin(description) || textWithin(title)).trim(),
      width: pointsOf(attributes["svg:width"]),
      height: pointsOf(attributes["svg:height"]),
      inLine: attributes["text:anchor-type"] === "as-char",
    },
  };
}

function placeOf(style: string | undefined): FramedPicture["place"] | undefined {
  return (["left", "right"] as const).find((place) => FRAME_STYLES[place] === style);
}

function bytesOf(frame: XmlElement, { archive, context }: OdtScope): Uint8Array | null {
  const images = [...elementsIn(frame)].filter(({ name }) => name === "draw:image");
  const paths = images.map(({ attributes }) => (attributes["xlink:href"] ?? "").replace(/^\.\//, ""));
  const shown = paths.filter((path) => !METAFILES.test(path) && !/^ObjectReplacements\//.test(path));
  for (const path of [...shown, ...paths.filter((path) => /^ObjectReplacements\//.test(path))]) {
    const bytes = path === "" ? null : archive.bytesOf(path);
    if (bytes) return bytes;
  }
  const [path = ""] = paths;
  if (/^[a-z]+:/i.test(path))
    context.dropped.add(
      "remote picture",
      "Pictures are not fetched from elsewhere; its place and description are kept.",
    );
  else if (METAFILES.test(path))
    context.dropped.add("drawing in an old form that cannot be shown", "Its place and description are kept.");
  else context.dropped.add("drawing that cannot be shown", "Its place and description are kept.");
  return null;
}

/** Whether an element draws something itself, without a frame around it. */
export function isDrawn(element: XmlElement): boolean {
  return /^draw:(?:custom-shape|rect|ellipse|line|polyline|polygon|path|g|connector|caption|measure|control|regular-polygon|circle)$/.test(
    element.name,
  );
}

/** Whether anything is written in a drawing. */
export function holdsText(element: XmlElement): boolean {
  return firstWithin(element, "text:p") !== null && textWithin(element).trim() !== "";
}
