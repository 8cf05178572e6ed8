import type { Node } from "prosemirror-model";
import { asKind, blocksOfNote } from "@/core/document";
import { noteNumber } from "@/core/index";
import { OpenMarks } from "../office/open-marks";
import { escapeXml, xmlAttribute } from "../xml/escape-xml";
import { blockXml, outermost } from "./block-xml";
import type { OdtOutput } from "./odt-output";
import { STYLE_NAMES } from "./style-names";

const counts = new WeakMap<OdtOutput, { foot: number; end: number }>();

/** A footnote or endnote where its sign stands (ISO 26300-1, 6.3). */
export function noteXml(note: Node, output: OdtOutput): string {
  const { place } = asKind(note, "note")!;
  const count = counts.get(output) ?? { foot: 0, end: 0 };
  counts.set(output, count);
  const number = ++count[place];
  const name = output.noteName(note) ?? `note${place}${number}`;
  const around = output.marks;
  output.marks = OpenMarks.within(note);
  const within = { ...outermost(output), style: STYLE_NAMES[place], size: output.sheet.styles.note.size };
  const words = blocksOfNote(note)
    .map((block) => blockXml(block, within, output, 1))
    .join("");
  output.marks = around;
  return `<text:note${xmlAttribute("text:id", name)} text:note-class="${place}note"><text:note-citation>${escapeXml(noteNumber(place, number))}</text:note-citation><text:note-body>${words}</text:note-body></text:note>`;
}
