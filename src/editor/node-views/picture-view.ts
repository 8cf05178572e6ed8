import { addressOnScreen } from "@/contract/files";
import { DOMSerializer, type DOMOutputSpec, type Node } from "prosemirror-model";
import type { NodeView } from "prosemirror-view";
import { asKind, lacksWords, pictureWords } from "@/core/document";

/** A picture in a line of the manuscript. */
export class PictureView implements NodeView {
  readonly dom = document.createElement("span");

  constructor(private node: Node) {
    this.dom.contentEditable = "false";
    this.draw();
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false;
    const changed = !node.sameMarkup(this.node);
    this.node = node;
    if (changed) this.draw();
    return true;
  }

  private draw(): void {
    this.dom.className = pictureClass(this.node);
    this.dom.replaceChildren(DOMSerializer.renderSpec(document, pictureInLine(this.node)).dom);
  }

  ignoreMutation(): boolean {
    return true;
  }
}

/** The class of the element around a picture in a line. */
export function pictureClass(node: Node): string {
  return lacksWords(node) ? "picture-in-line without-words" : "picture-in-line";
}

/** A picture in a line, or the words that stand where it is missing. */
export function pictureInLine(node: Node): DOMOutputSpec {
  const { picture, height } = asKind(node, "picture")!;
  const alt = pictureWords(node);
  return picture
    ? [
        "img",
        {
          class: "in-line",
          src: addressOnScreen(picture),
          alt,
          draggable: "false",
          ...(height !== null && { style: `height: ${height / 100}em` }),
        },
      ]
    : ["span", { class: "picture-gone" }, `[${alt || "Picture missing"}]`];
}
