import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { Slice, type Node } from "prosemirror-model";
import { EditorState, TextSelection } from "prosemirror-state";
import { anyDocument } from "#tests/arbitrary-document";
import { createDocument, schema } from "@/core/document";
import { readPasted } from "@/core/formats/html/pasted";
import { openSlice, plainSlice } from "./take-paste";
import { pasteTransaction } from "./paste-transaction";
import { runs } from "#tests/runs";

const { nodes } = schema;
const heading = (text: string) => nodes.heading.create({ level: 2 }, schema.text(text));
const paragraph = (text = "") => nodes.paragraph.create(null, text ? schema.text(text) : []);

function stateOf(blocks: readonly Node[], at: number): EditorState {
  const doc = createDocument(blocks);
  return EditorState.create({ doc, selection: TextSelection.create(doc, at) });
}

function pasted(state: EditorState, html: string): Node {
  return state.apply(pasteTransaction(state, openSlice(readPasted(html).blocks))).doc;
}

describe("what is pasted from elsewhere", () => {
  test("keeps structure, emphasis, links and tables, and takes on the document's looks", () => {
    const html =
      '<h2 style="font-family:Papyrus;color:red">Title</h2><p style="text-align:center;font-size:30pt">Some <b>bold</b>, <span style="color:#ff0000;font-size:200%">large</span> and <a href="https://a.example">linked</a> words.</p><table><tr><th>A</th></tr><tr><td>1</td></tr></table><p>End</p>';
    const doc = pasted(stateOf([paragraph("ab")], 2), html);
    expect(doc.toString()).toMatch(
      /^doc\(paragraph\("a"\), heading\("Title"\), paragraph\("Some ", strong\("bold"\), ", large and ", link\("linked"\), " words\."\), table\(.*\), paragraph\("Endb"\)\)$/,
    );
    doc.descendants((node) => expect(node.attrs.align ?? null).toBeNull());
  });

  test("of one paragraph is words in the line", () => {
    expect(pasted(stateOf([heading("ab")], 2), "<p>so <i>much</i></p>").toString()).toBe(
      'doc(heading("aso ", emphasis("much"), "b"))',
    );
  });

  test("is not bold all over because a program wrapped it", () => {
    expect(pasted(stateOf([paragraph()], 1), '<b style="font-weight:normal"><p>so</p></b>').toString()).toBe(
      'doc(paragraph("so"))',
    );
  });

  test("leads to places that came along, and nowhere else", () => {
    const links: string[] = [];
    readPasted('<h1 id="x">X</h1><p><a href="#x">here</a> <a href="#y">not</a></p>').blocks.forEach((block) =>
      block.descendants((node) => void (node.marks.length > 0 && links.push(node.text!))),
    );
    expect(links).toEqual(["here"]);
  });

  const tag = fc.constantFrom(
    "p", "h1", "h3", "ul", "ol", "li", "table", "tr", "td", "th", "caption", "div", "blockquote", "pre", "code",
    "b", "i", "a", "figure", "figcaption", "img", "br", "hr", "math", "sup", "dl", "dt", "dd", "span",
  ); // prettier-ignore
  const piece = fc.oneof(
    tag.map((name) => `<${name}>`),
    tag.map((name) => `</${name}>`),
    fc.constantFrom(
      "words",
      " ",
      '<a id="x"></a>',
      '<a href="#x">',
      '<td colspan="3">',
      '<img alt="x">',
      "&amp;",
    ),
  );

  test("gives a valid document, whatever it is and wherever it goes", () => {
    fc.assert(
      fc.property(
        anyDocument,
        fc.array(piece, { maxLength: 40 }),
        fc.nat(),
        fc.nat(),
        (doc, html, from, to) => {
          let blocks: readonly Node[];
          try {
            blocks = readPasted(html.join("")).blocks;
          } catch {
            return;
          }
          const size = doc.content.size;
          const selection = TextSelection.between(doc.resolve(from % size), doc.resolve(to % size));
          const state = EditorState.create({ doc, selection });
          state.apply(pasteTransaction(state, openSlice(blocks))).doc.check();
        },
      ),
      { numRuns: runs(300) },
    );
  });
});

describe("words cut from a heading", () => {
  const words = new Slice(createDocument([heading("The road")]).slice(1, 4).content, 1, 1);

  test.each([0, 3])("make no heading of a paragraph of %i letters", (letters) => {
    const state = stateOf([paragraph("abc".slice(0, letters))], 1);
    const { doc } = state.apply(pasteTransaction(state, words));
    expect(doc.child(0).type.name).toBe("paragraph");
    expect(doc.textContent).toBe(`The${"abc".slice(0, letters)}`);
  });
});

test("plain text comes in as paragraphs, its wrapped lines joined", () => {
  const line = "The bins are filled in the last week of October, eleven of them, one at";
  const state = stateOf([paragraph("ab")], 2);
  const { doc } = state.apply(
    pasteTransaction(
      state,
      plainSlice(
        `${line}\neach bend, and a twelfth at the white stone. Fill them on a dry day, since\nit freezes.\n\nEnd`,
      ),
    ),
  );
  expect(doc.childCount).toBe(2);
  expect(doc.child(0).textContent).toMatch(/^aThe bins .* one at each bend/);
  expect(doc.child(1).textContent).toBe("Endb");
});
