import { baseKeymap } from "prosemirror-commands";
import { history } from "prosemirror-history";
import { keymap } from "prosemirror-keymap";
import { Fragment, Schema } from "prosemirror-model";
import { EditorState } from "prosemirror-state";
import { EditorView } from "prosemirror-view";
import { schema as ownSchema } from "@/core/document";

/*
 * The bare engine with the same text: an editor of the library's own parts, without index, lists, marks in the margin,
 * keeping or anybody else. `?chunks` lays it out in chunks, whose limit the application is measured against.
 */
const CHUNK = 64;
const { nodes, marks } = ownSchema.spec;
const schema = new Schema({ nodes: nodes.update("drawing", { content: "chunk+" }), marks });

async function start(): Promise<void> {
  const answer = await fetch(`document.json${location.search}`);
  const doc = schema.nodeFromJSON(await answer.json());
  const { chunk, drawing } = schema.nodes as unknown as typeof ownSchema.nodes;
  const blocks = doc.content.content;
  const chunks = Array.from({ length: Math.ceil(blocks.length / CHUNK) }, (_, i) =>
    chunk.create(null, Fragment.fromArray(blocks.slice(i * CHUNK, (i + 1) * CHUNK))),
  );
  new EditorView(document.querySelector("#editor"), {
    state: EditorState.create({
      doc: location.search.includes("chunks") ? drawing.create(null, chunks) : doc,
      plugins: [history(), keymap(baseKeymap)],
    }),
    attributes: { class: "manuscript" },
  });
}
void start();
