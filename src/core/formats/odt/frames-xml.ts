import { drawEquation } from "@/core/equations";
import { shownSize, type ShownPicture } from "../office/shown-picture";
import { escapeXml, xmlAttribute } from "../xml/escape-xml";
import { FRAME_STYLES } from "./frame-styles";
import { round } from "./automatic-styles";
import type { OdtOutput } from "./odt-output";
import { wordsXml } from "./words-xml";

/** A frame with a picture (ISO 26300-1, 10.4). One that is not there keeps its place and its description. */
export function pictureFrame(
  { name, alt, decorative, place, ...asked }: ShownPicture,
  output: OdtOutput,
): string {
  const embedded = name ? output.embed(name) : null;
  const { width, height } = shownSize(embedded?.picture.bytes ?? null, asked, output.textWidth);
  const number = output.next();
  const called = `${decorative ? "Decoration" : "Picture"} ${number}`;
  const anchor = place === "line" ? "as-char" : "paragraph";
  const image = `<draw:image xlink:href="${embedded?.path ?? ""}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/>`;
  return `<draw:frame draw:style-name="${FRAME_STYLES[place]}" draw:name="${called}" text:anchor-type="${anchor}" svg:width="${round(width)}pt" svg:height="${round(height)}pt">${image}${alt && !decorative ? `<svg:desc>${escapeXml(alt)}</svg:desc>` : ""}</draw:frame>`;
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
