import { addressOnScreen } from "@/contract/files";
import { DOMSerializer, type DOMOutputSpec, type Node } from "prosemirror-model";
import { asKind, lacksWords, pictureWords, type PictureSize } from "@/core/document";
import { knownPictureSize, pictureSize } from "../browser/picture-sizes";
import type { NodeView, ViewMutationRecord } from "prosemirror-view";

/** A figure in the manuscript: its picture, and its caption for writing in. */
export class FigureView implements NodeView {
  readonly dom = document.createElement("figure");
  readonly contentDOM = document.createElement("figcaption");
  private readonly frame = document.createElement("div");

  /** `choose`: chooses the figure as a whole. */
  constructor(
    private node: Node,
    choose: () => void,
  ) {
    this.frame.addEventListener("click", choose);
    this.frame.contentEditable = "false";
    this.frame.className = "picture";
    this.dom.append(this.frame, this.contentDOM);
    this.draw();
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false;
    const changed = !node.sameMarkup(this.node);
    this.node = node;
    if (changed) this.draw();
    this.contentDOM.classList.toggle("is-empty", node.content.size === 0);
    return true;
  }

  private draw(): void {
    const { place, picture, whole } = figureShape(this.node);
    this.contentDOM.classList.toggle("is-empty", this.node.content.size === 0);
    this.dom.dataset.place = place;
    this.frame.style.width = picture;
    this.dom.style.width = whole;
    this.dom.toggleAttribute("data-width", picture !== "");
    this.frame.classList.toggle("without-words", lacksWords(this.node));
    const name = asKind(this.node, "figure")!.picture;
    const size = knownPictureSize(name);
    this.frame.replaceChildren(DOMSerializer.renderSpec(document, pictureIn(this.node, size)).dom);
    if (name === "" || size !== undefined) return;
    void pictureSize(name).then((found) => {
      const image = this.frame.querySelector("img");
      if (found && image) Object.assign(image, found);
    });
  }

  ignoreMutation(mutation: ViewMutationRecord): boolean {
    return mutation.type !== "selection" && !this.contentDOM.contains(mutation.target);
  }
}

/** Where a figure stands, and the widths of its picture and of the whole; empty where these are their own. */
export function figureShape(figure: Node): { place: string; picture: string; whole: string } {
  const { width, place } = asKind(figure, "figure")!;
  const picture = width === null ? "" : `${width}%`;
  return { place, picture, whole: place === "line" ? "" : picture };
}

/** The picture of a figure, or what stands where it is missing. */
export function pictureIn(figure: Node, size?: PictureSize | null): DOMOutputSpec {
  const picture = asKind(figure, "figure")!.picture;
  const alt = pictureWords(figure);
  return picture
    ? // Fetched when it is near; room is kept for it before.
      ["img", { ...size, loading: "lazy", src: addressOnScreen(picture), alt, draggable: "false" }]
    : ["p", { class: "no-picture" }, alt ? `Picture missing: ${alt}` : "Picture missing"];
}
