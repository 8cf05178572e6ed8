import type { Node } from "prosemirror-model";
import { createDocument, schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { withContents, withReturns } from "@/core/wayfinding";
import { heading, paragraph } from "./editing";

const { nodes, marks } = schema;

/** A heading, a link and cross-references to it, a figure that is spoken of, a note, code, a contents list and ways back. */
export function linkedManual(): Node {
  const doc = createDocument([
    heading(1, "Lamps"),
    paragraph("Trim the wick, and see below."),
    heading(2, "Wicks"),
    nodes.figure.create({ alt: "A wick" }, schema.text("The wick")),
    nodes.code_block.create(null, schema.text("one\n  two")),
  ]);
  const index = indexDocument(doc);
  const wicks = index.headings[1]!;
  const link = marks.link.create({ target: { kind: "destination", id: wicks.id } });
  const reference = (id: string, form: string) =>
    nodes.cross_reference.create({ target: { kind: "destination", id }, form, linked: true });
  const words = nodes.paragraph.create(null, [
    schema.text("the wicks", [link]),
    schema.text(" "),
    reference(wicks.id, "{title}"),
    schema.text(" "),
    reference(wicks.id, "{pagenumber}"),
    schema.text(" "),
    reference(index.figures[0]!.id, "{label}"),
    nodes.note.create({ place: "foot" }, schema.text("Any lamp.")),
  ]);
  return withReturns(withContents(createDocument([...doc.content.content, words]), { from: 1, to: 2 }), 1);
}
