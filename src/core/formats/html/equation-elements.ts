import type { Attributes, ReadingScope } from "./reading-scope";

/** Reads equations: those of Gate Rope's own, and MathML that says how it was written. */
export class EquationElements {
  /** The equation that is being read, with its TeX as soon as that is known: from itself, or from an annotation in it. */
  private equation: { tex: string | null; readonly annotated: boolean } | null = null;
  /** Whether what is met is such an annotation. */
  private annotation = false;

  constructor(private readonly scope: ReadingScope) {}

  /** Starts an equation; false for any other element. */
  start(name: string, attributes: Attributes): boolean {
    const { builder, context, open } = this.scope;
    const own = attributes.get("data-tex");
    if (own === undefined && name !== "math") return false;
    const block =
      own === undefined ? attributes.get("display") === "block" : attributes.get("class") === "equation";
    const { marks } = open.top;
    this.equation = { tex: own ?? null, annotated: own === undefined };
    open.push(name, "silent", {
      leave: () => {
        const tex = this.equation?.tex ?? null;
        this.equation = null;
        if (tex === null) context.dropped.add("equation", "The file does not say how it was written in TeX.");
        else if (block && builder.mayPlaceBlock()) builder.addEquation(tex.trim());
        else builder.formula(tex.trim(), marks);
      },
    });
    return true;
  }

  /** Starts an element that is left out, but may say how the equation around it was written. */
  startSilent(name: string, attributes: () => Attributes): void {
    this.annotation ||=
      name === "annotation" &&
      this.equation?.annotated === true &&
      attributes().get("encoding") === "application/x-tex";
    const leave = this.annotation ? () => (this.annotation = false) : null;
    this.scope.open.push(name, "silent", { leave });
  }

  /** Takes words that do not come in as text. */
  silentText(text: string): void {
    if (this.annotation && this.equation) this.equation.tex = (this.equation.tex ?? "") + text;
  }
}
