import { shownSize, type ShownPicture } from "../office/shown-picture";
import { xmlAttribute } from "../xml/escape-xml";
import type { DocxOutput } from "./docx-output";

const EMU_PER_POINT = 12_700;

/** A run with a picture (ISO 29500-1, 20.4). One that is not there keeps its place and its description. */
export function drawingXml(
  { name, alt, decorative, place, ...asked }: ShownPicture,
  output: DocxOutput,
): string {
  const number = output.nextDrawing();
  const embedded = name ? output.embed(name) : null;
  const { width, height } = shownSize(embedded?.picture.bytes ?? null, asked, output.textWidth);
  const size = `cx="${Math.max(1, Math.round(width * EMU_PER_POINT))}" cy="${Math.max(1, Math.round(height * EMU_PER_POINT))}"`;
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
