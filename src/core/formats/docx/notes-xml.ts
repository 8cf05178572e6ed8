import { blocksOfNote } from "@/core/document";
import { XML_DECLARATION } from "../xml/escape-xml";
import { OpenMarks } from "../office/open-marks";
import { blockXml, ListRun, outermost, type Place } from "./block-xml";
import type { DocxOutput } from "./docx-output";
import { TEXT_NAMESPACES } from "./parts";

/** The words of footnotes or endnotes as a part of the file (ISO 29500-1, 17.11). The first two are the lines between text and notes. */
export function notesXml(of: "foot" | "end", output: DocxOutput): string {
  const name = `${of}note`;
  const style = of === "foot" ? "FootnoteText" : "EndnoteText";
  const sign = `<w:r><w:rPr><w:rStyle w:val="${of === "foot" ? "FootnoteReference" : "EndnoteReference"}"/></w:rPr><w:${name}Ref/></w:r><w:r><w:t xml:space="preserve"> </w:t></w:r>`;
  const place: Place = { ...outermost(output), style, size: output.sheet.styles.note.size };
  const notes = output.notes[of].map(({ note, id }) => {
    output.marks = OpenMarks.within(note);
    const lists = new ListRun();
    const blocks = blocksOfNote(note).map((block) => blockXml(block, place, output, { lists, start: 1 }));
    // The sign stands before the first words.
    const words = blocks.join("").replace(/<w:p>(<w:pPr>.*?<\/w:pPr>)?/, (start) => start + sign);
    return `<w:${name} w:id="${id}">${words}</w:${name}>`;
  });
  const lines = ["separator", "continuationSeparator"].map(
    (line, i) => `<w:${name} w:type="${line}" w:id="${i}"><w:p><w:r><w:${line}/></w:r></w:p></w:${name}>`,
  );
  return `${XML_DECLARATION}<w:${name}s ${TEXT_NAMESPACES}>${lines.join("")}${notes.join("")}</w:${name}s>`;
}
