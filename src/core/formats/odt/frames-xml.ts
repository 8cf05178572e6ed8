import { drawEquation } from "@/core/equations";
import { ownSize } from "../office/own-size";
import { escapeXml, xmlAttribute } from "../xml/escape-xml";
import { FRAME_STYLES } from "./frame-styles";
import { round } from "./automatic-styles";
import type { OdtOutput } from "./odt-output";
import { wordsXml } from "./words-xml";

/** A picture as it stands in a text. Lengths are points; what is null is the picture's own. */
export interface Framed {
  readonly name: string;
  readonly alt: string;
  readonly decorative: boolean;
  readonly width?: number | null;
  readonly height?: number | null;
  readonly place: "line" | "left" | "right";
}

const UNKNOWN_SIZE = { width: 300, height: 200 };

/** A frame with a picture (ISO 26300-1, 10.4). One that is not there keeps its place and its description. */
export function pictureFrame(
  { name, alt, decorative, width, height, place }: Framed,
  output: OdtOutput,
): string {
  const embedded = name ? output.embed(name) : null;
  const own = ownSize(embedded?.picture.bytes ?? null, output.textWidth) ?? UNKNOWN_SIZE;
  const wide = width ?? (height ? (own.width * height) / own.height : own.width);
  const high = height ?? (own.height * wide) / own.width;
  const number = output.next();
  const called = `${decorative ? "Decoration" : "Picture"} ${number}`;
  const anchor = place === "line" ? "as-char" : "paragraph";
  const image = `<draw:image xlink:href="${embedded?.path ?? ""}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/>`;
  return `<draw:frame draw:style-name="${FRAME_STYLES[place]}" draw:name="${called}" text:anchor-type="${anchor}" svg:width="${round(wide)}pt" svg:height="${round(high)}pt">${image}${alt && !decorative ? `<svg:desc>${escapeXml(alt)}</svg:desc>` : ""}</draw:frame>`;
}

/** An equation as an object of MathML in a frame; what cannot be drawn stands as it was typed. Its TeX stands in the object. */
export function equationFrame(tex: string, output: OdtOutput): string {
  const drawn = drawEquation(tex, { form: "mathml", block: false });
  if (!("html" in drawn))
    return output.clean ? wordsXml(tex) : output.taggedWords(`tex ${output.keep(tex)}`, wordsXml(tex));
  const number = output.next();
  const folder = `Object ${number}`;
  const type = "application/vnd.oasis.opendocument.formula";
  output.files.push(
    { path: `${folder}/`, type, content: "" },
    {
      path: `${folder}/content.xml`,
      type: "text/xml",
      content: `<?xml version="1.0" encoding="UTF-8"?>\n${drawn.html}`,
    },
  );
  return `<draw:frame draw:style-name="Frame_20_equation"${xmlAttribute("draw:name", folder)} text:anchor-type="as-char"><draw:object xlink:href="./${folder}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/></draw:frame>`;
}
