import { ownSize } from "../office/own-size";
import { xmlAttribute } from "../xml/escape-xml";
import type { DocxOutput } from "./docx-output";

/** A picture as it stands in a text. Lengths are points; what is null is the picture's own. */
export interface Drawn {
  /** The name of the stored picture; empty for none. */
  readonly name: string;
  readonly alt: string;
  readonly decorative: boolean;
  readonly width?: number | null;
  readonly height?: number | null;
  readonly place?: "line" | "left" | "right";
}

const EMU_PER_POINT = 12_700;
/** The size of a picture whose file does not give one, in points. */
const UNKNOWN_SIZE = { width: 300, height: 200 };

/** A run with a picture (ISO 29500-1, 20.4). One that is not there keeps its place and its description. */
export function drawingXml(
  { name, alt, decorative, width, height, place = "line" }: Drawn,
  output: DocxOutput,
): string {
  const number = output.nextDrawing();
  const embedded = name ? output.embed(name) : null;
  const own = ownSize(embedded?.picture.bytes ?? null, output.textWidth) ?? UNKNOWN_SIZE;
  const wide = width ?? (height ? (own.width * height) / own.height : own.width);
  const high = height ?? (own.height * wide) / own.width;
  const size = `cx="${Math.max(1, Math.round(wide * EMU_PER_POINT))}" cy="${Math.max(1, Math.round(high * EMU_PER_POINT))}"`;
  const properties = decorative
    ? `<wp:docPr id="${number}" name="Picture ${number}"><a:extLst><a:ext uri="{C183D7F6-B498-43B3-948B-1728B52AA6E4}"><adec:decorative xmlns:adec="http://schemas.microsoft.com/office/drawing/2017/decorative" val="1"/></a:ext></a:extLst></wp:docPr>`
    : `<wp:docPr id="${number}" name="Picture ${number}"${xmlAttribute("descr", alt || null)}/>`;
  const vector = embedded?.drawing
    ? `<a:extLst><a:ext uri="{96DAC541-7B7A-43D3-8B79-37D633B846F1}"><asvg:svgBlip xmlns:asvg="http://schemas.microsoft.com/office/drawing/2016/SVG/main" r:embed="${embedded.drawing}"/></a:ext></a:extLst>`
    : "";
  const blip = embedded ? `<a:blip r:embed="${embedded.id}">${vector}</a:blip>` : "";
  const graphic =
    `<a:graphic><a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/picture"><pic:pic>` +
    `<pic:nvPicPr><pic:cNvPr id="${number}" name="Picture ${number}"/><pic:cNvPicPr/></pic:nvPicPr>` +
    `<pic:blipFill>${blip}<a:stretch><a:fillRect/></a:stretch></pic:blipFill>` +
    `<pic:spPr><a:xfrm><a:off x="0" y="0"/><a:ext ${size}/></a:xfrm><a:prstGeom prst="rect"><a:avLst/></a:prstGeom></pic:spPr>` +
    `</pic:pic></a:graphicData></a:graphic>`;
  const framed = `<wp:extent ${size}/>`;
  const locks = "<wp:cNvGraphicFramePr/>";
  const frame =
    place === "line"
      ? `<wp:inline distT="0" distB="0" distL="0" distR="0">${framed}${properties}${locks}${graphic}</wp:inline>`
      : `<wp:anchor distT="0" distB="114300" distL="114300" distR="114300" simplePos="0" relativeHeight="${number}" behindDoc="0" locked="0" layoutInCell="1" allowOverlap="0"><wp:simplePos x="0" y="0"/><wp:positionH relativeFrom="column"><wp:align>${place}</wp:align></wp:positionH><wp:positionV relativeFrom="paragraph"><wp:posOffset>0</wp:posOffset></wp:positionV>${framed}<wp:wrapSquare wrapText="bothSides"/>${properties}${locks}${graphic}</wp:anchor>`;
  return `<w:r><w:drawing>${frame}</w:drawing></w:r>`;
}
