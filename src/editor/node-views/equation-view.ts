import { texOf } from "@/core/document";
import type { Node } from "prosemirror-model";
import type { NodeView } from "prosemirror-view";

/** What draws equations is fetched with the first one, and their styles with it. */
let drawing: Promise<typeof import("@/core/equations")> | null = null;

async function fetchDrawing() {
  const [drawing] = await Promise.all([import("@/core/equations"), import("katex/dist/katex.min.css")]);
  return drawing;
}

/** An equation in the manuscript, in a line or as a block; what cannot be drawn shows how it is written, and why. */
export class EquationView implements NodeView {
  readonly dom: HTMLElement;

  constructor(private node: Node) {
    this.dom = document.createElement(node.isInline ? "span" : "div");
    this.dom.className = node.isInline ? "formula" : "equation-line";
    this.dom.contentEditable = "false";
    this.draw();
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false;
    const changed = texOf(node) !== texOf(this.node);
    this.node = node;
    if (changed) this.draw();
    return true;
  }

  private draw(): void {
    const tex = texOf(this.node);
    if (!this.dom.hasChildNodes()) this.write(tex, "");
    drawing ??= fetchDrawing();
    drawing.then(
      ({ drawEquation }) => {
        if (texOf(this.node) !== tex) return;
        const drawn = drawEquation(tex, { form: "screen", block: this.node.isBlock });
        if ("fault" in drawn) return this.write(tex || "Equation", drawn.fault);
        // Markup of KaTeX's own, from TeX that may link to nothing and load nothing.
        this.dom.innerHTML = drawn.html;
        this.dom.classList.remove("fault");
        this.dom.removeAttribute("title");
      },
      () => this.write(tex, "The program part that draws equations could not be fetched."),
    );
  }

  private write(tex: string, fault: string): void {
    const code = document.createElement("code");
    code.textContent = tex;
    this.dom.replaceChildren(code);
    this.dom.classList.toggle("fault", fault !== "");
    this.dom.title = fault;
  }

  ignoreMutation(): boolean {
    return true;
  }
}
