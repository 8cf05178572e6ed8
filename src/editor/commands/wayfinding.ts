import { NodeSelection, Selection, type Command, type Transaction } from "prosemirror-state";
import type { DocumentIndex } from "@/core/index";
import { fixedWordsOf, isKind, newId, schema, type ReturnRule } from "@/core/document";
import { contentsList, frontPos, newList, type ContentsLevels } from "@/core/wayfinding";
import { targetOf } from "./links";

const { nodes, marks } = schema;

/** Puts a contents list at the front of the document, after its title. */
export function putContentsAtFront(tr: Transaction, levels: ContentsLevels): Transaction {
  return tr.insert(frontPos(tr.doc), newList("sections", tr.doc, levels));
}

/** Sets the rule for return links. */
export function setReturns(tr: Transaction, rule: ReturnRule): Transaction {
  return tr.setDocAttribute("returns", rule);
}

/** Puts a link back to the contents list, or else to the top, in a paragraph behind the block with the caret; an empty one becomes it. */
export function insertWayBack(index: DocumentIndex): Command {
  return ({ tr, selection: { $from, to }, doc }, dispatch) => {
    const contents = contentsList(index);
    const says = fixedWordsOf(doc);
    const link = contents
      ? schema.text(says.backToContents, [marks.link.create({ target: targetOf(contents) })])
      : schema.text(says.backToTop, [marks.link.create({ target: { kind: "top" } })]);
    const own = $from.depth > 0 ? $from.node(1) : null;
    const end = own ? $from.after(1) : to;
    const from = own && isKind(own, "paragraph") && own.content.size === 0 ? $from.before(1) : end;
    tr.replaceWith(from, end, nodes.paragraph.create({ id: newId() }, link));
    dispatch?.(tr.setSelection(Selection.near(tr.doc.resolve(from + 1 + link.nodeSize))).scrollIntoView());
    return true;
  };
}

/** Puts an empty menu at the front, on a page of its own, for the places that its author chooses. */
export const insertFrontPage: Command = ({ tr, doc }, dispatch) => {
  const menu = nodes.contents_list.create({
    id: newId(),
    heading: "",
    list: { buttons: true, plain: true, pageless: true, chosen: true },
  });
  const front = frontPos(doc);
  tr.insert(front, [menu, nodes.page_break.create()]);
  dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, front)).scrollIntoView());
  return true;
};
