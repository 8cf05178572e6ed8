import { expect, test } from "@jest/globals";
import { NodeSelection } from "prosemirror-state";
import { Desk, paragraph } from "#tests/editing";
import { schema } from "@/core/document";
import { coveredText } from "../plugins/covered-text";
import { permanentIds } from "../plugins/permanent-ids";
import { changePicture, insertPictures, pictureToFigure } from "./pictures";

const { nodes } = schema;

function withPicture(): Desk {
  const desk = new Desk([paragraph("Press it.")], [coveredText(), permanentIds()]).select("it", {
    empty: true,
  });
  desk.run(insertPictures(["key.png"]));
  return desk;
}

test("a picture is put into the line and chosen, and is changed as it is chosen", () => {
  const desk = withPicture();
  expect(desk.doc.toString()).toBe('doc(paragraph("Press ", picture, "it."))');
  expect((desk.state.selection as NodeSelection).node.type).toBe(nodes.picture);
  desk.run(changePicture({ alt: "Key", height: 120 }));
  desk.run(changePicture({ decorative: true }));
  expect(desk.doc.child(0).child(1).attrs).toEqual({
    picture: "key.png",
    alt: "Key",
    height: 120,
    decorative: true,
  });
  expect(desk.select("Press").run(changePicture({ alt: "x" }))).toBe(false);
});

test("it stands in no code, and not over the border of two blocks", () => {
  const code = new Desk([nodes.code_block.create(null, schema.text("x"))]).select("x");
  expect(code.run(insertPictures(["key.png"]))).toBe(false);
});

test("it becomes a figure below its paragraph, item or cell, with what it shows", () => {
  const desk = withPicture();
  desk.run(changePicture({ alt: "Key" }));
  desk.run(pictureToFigure);
  expect(desk.doc.toString()).toBe('doc(paragraph("Press it."), figure)');
  expect(desk.doc.child(1).attrs).toMatchObject({ picture: "key.png", alt: "Key" });
  const item = new Desk([
    nodes.bullet_list.create(
      null,
      nodes.list_item.create(null, nodes.paragraph.create(null, nodes.picture.create({ alt: "a" }))),
    ),
  ]);
  item.dispatch(item.state.tr.setSelection(NodeSelection.create(item.doc, 3)));
  item.run(pictureToFigure);
  expect(item.doc.toString()).toBe("doc(bullet_list(list_item(paragraph)), figure)");
});
