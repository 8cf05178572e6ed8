import type { Mark, Node } from "prosemirror-model";
import { asMark, byKind, isMark, pictureWords, type ByInline } from "@/core/document";
import { linkRuns, linkWords, tellsItself } from "../office/link-runs";
import { xmlAttribute } from "../xml/escape-xml";
import type { DocxOutput } from "./docx-output";
import { drawingXml } from "./drawing-xml";
import { equationXml } from "./omml-xml";
import { referenceXml } from "./reference-xml";
import { markedRun, runLookXml, runXml, type Around } from "./run-xml";

/** Inline content as runs, links and bookmarks. Pieces of one link stand in one element. */
export function inlineXml(parent: Node, output: DocxOutput, around: Around): string {
  return linkRuns(parent)
    .map(({ link, pieces }) =>
      link ? linkXml(link, pieces, output, around) : piecesXml(pieces, output, around),
    )
    .join("");
}

function piecesXml(pieces: readonly Node[], output: DocxOutput, around: Around): string {
  let xml = "";
  for (const piece of pieces) {
    const { begin, end } = output.rangesAt(piece);
    xml += begin + byKind(LEAVES, piece, output, around) + end;
  }
  return xml;
}

const LEAVES: ByInline<[output: DocxOutput, around: Around], string> = {
  text: (node, _text, output, around) => markedRun(node, node.text!, around, output),
  hard_break: (node, _break, output, around) =>
    `<w:r>${runLookXml(node.marks, "", around, output)}<w:br/></w:r>`,
  formula: (_node, { tex }, output) => equationXml(tex, false, output),
  picture: (node, picture, output, around) => {
    const height = picture.height === null ? null : (picture.height / 100) * around.size;
    return drawingXml(
      {
        name: picture.picture,
        alt: pictureWords(node),
        decorative: picture.decorative,
        height,
        place: "line",
      },
      output,
    );
  },
  note: (node, _note, output) => {
    const { id, place } = output.addNote(node);
    const kind = place === "foot" ? "footnote" : "endnote";
    const style = place === "foot" ? "FootnoteReference" : "EndnoteReference";
    return `<w:r><w:rPr><w:rStyle w:val="${style}"/></w:rPr><w:${kind}Reference w:id="${id}"/></w:r>`;
  },
  note_paragraph: () => "",
  computation: (node, { expression }, output, around) =>
    output.taggedWith(
      "value",
      expression,
      markedRun(node, output.references.value(node) || "…", around, output),
    ),
  cross_reference: (node, _reference, output, around) => referenceXml(node, output, around),
  bookmark_point: (_node, { id }, output) => (output.isPlace(id) ? output.placed(id, "") : ""),
};

/** A link around its pieces: to a bookmark, out of the file, or nowhere. */
function linkXml(mark: Mark, pieces: readonly Node[], output: DocxOutput, around: Around): string {
  const { target, look, hint } = asMark(mark, "link")!;
  const words = linkWords(pieces);
  const inside = piecesXml(pieces, output, around);
  const link = output.linkTo(target, words);
  const tip = xmlAttribute("w:tooltip", hint || null);
  const written = !link
    ? inside
    : link.kind === "place"
      ? `<w:hyperlink${xmlAttribute("w:anchor", link.name)}${tip} w:history="1">${inside}</w:hyperlink>`
      : `<w:hyperlink r:id="${output.relationships.outside("hyperlink", link.address)}"${tip} w:history="1">${inside}</w:hyperlink>`;
  // The style of a link gives way to another style of its words.
  const told = look === "underlined" || pieces.some(({ isText, marks }) => isText && !hasStyle(marks));
  if (tellsItself(target) && link) return told ? written : output.tagged(`look ${look}`, written);
  return output.taggedWith("link", { target, look, hint }, written);
}

function hasStyle(marks: readonly Mark[]): boolean {
  return marks.some((mark) => isMark(mark, "word_style", "code"));
}

/** A link around words that are no text of the document: a line of a list, a way back. */
export function madeLink(name: string, inside: string): string {
  return `<w:hyperlink${xmlAttribute("w:anchor", name)} w:history="1">${inside}</w:hyperlink>`;
}

/** Words in a style of words. */
export function styledRun(style: string | null, words: string): string {
  return runXml(words, style ? `<w:rPr><w:rStyle w:val="${style}"/></w:rPr>` : "");
}
