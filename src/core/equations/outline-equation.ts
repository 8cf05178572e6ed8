import { liteAdaptor } from "mathjax-full/js/adaptors/liteAdaptor.js";
import { LiteElement } from "mathjax-full/js/adaptors/lite/Element.js";
import { RegisterHTMLHandler } from "mathjax-full/js/handlers/html.js";
import { TeX } from "mathjax-full/js/input/tex.js";
import "mathjax-full/js/input/tex/ams/AmsConfiguration.js";
import "mathjax-full/js/input/tex/boldsymbol/BoldsymbolConfiguration.js";
import "mathjax-full/js/input/tex/braket/BraketConfiguration.js";
import "mathjax-full/js/input/tex/cancel/CancelConfiguration.js";
import "mathjax-full/js/input/tex/color/ColorConfiguration.js";
import "mathjax-full/js/input/tex/enclose/EncloseConfiguration.js";
import "mathjax-full/js/input/tex/mathtools/MathtoolsConfiguration.js";
import "mathjax-full/js/input/tex/mhchem/MhchemConfiguration.js";
import "mathjax-full/js/input/tex/newcommand/NewcommandConfiguration.js";
import { mathjax } from "mathjax-full/js/mathjax.js";
import { SVG } from "mathjax-full/js/output/svg.js";
import { MAX_EQUATION_LETTERS } from "./draw-equation";

/** An affine map as PDF and SVG write it: `x' = a x + c y + e`, `y' = b x + d y + f`. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** A shape filled with the colour of the words: SVG path data and the map that puts it in place, in parts of an em, y upwards. */
export interface EquationOutline {
  readonly path: string;
  readonly matrix: Matrix;
}

/** An equation as outlines. Lengths are parts of an em, from the left end of its base line. */
export interface OutlinedEquation {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  readonly shapes: readonly EquationOutline[];
}

const adaptor = liteAdaptor();
RegisterHTMLHandler(adaptor);

const PACKAGES = [
  "base",
  "ams",
  "boldsymbol",
  "braket",
  "cancel",
  "color",
  "enclose",
  "mathtools",
  "mhchem",
  "newcommand",
];

/**
 * An equation in TeX as outlines, for pages.
 * @throws {RangeError} with what is wrong, where the TeX has a fault.
 */
export function outlineEquation(tex: string, display: boolean): OutlinedEquation {
  if (tex.length > MAX_EQUATION_LETTERS) throw new RangeError("The equation is too long.");
  // One for each: what an equation defines is not known to the next.
  const document = mathjax.document("", {
    InputJax: new TeX({
      packages: PACKAGES,
      maxMacros: 500,
      formatError: (_jax: unknown, error: Error) => {
        throw new RangeError(error.message);
      },
    }),
    OutputJax: new SVG({ fontCache: "none" }),
  });
  const container = document.convert(tex, { display }) as LiteElement;
  const svg = adaptor.firstChild(container) as LiteElement;
  const [, top = 0, width = 0, height = 0] = numbers(adaptor.getAttribute(svg, "viewBox"));
  const shapes: EquationOutline[] = [];
  gather(svg, [1 / UNITS, 0, 0, -1 / UNITS, 0, 0], shapes);
  return { width: width / UNITS, height: -top / UNITS, depth: (height + top) / UNITS, shapes };
}

/** Units of the drawing in an em. */
const UNITS = 1000;

function gather(parent: LiteElement, matrix: Matrix, shapes: EquationOutline[]): void {
  for (const child of adaptor.childNodes(parent)) {
    if (!(child instanceof LiteElement)) continue;
    const get = (name: string) => adaptor.getAttribute(child, name) ?? "";
    const own = product(matrix, transformOf(get("transform")));
    switch (adaptor.kind(child)) {
      case "path":
        shapes.push({ path: get("d"), matrix: own });
        break;
      case "rect": {
        const [x = 0, y = 0, w = 0, h = 0] = ["x", "y", "width", "height"].map(
          (name) => Number(get(name)) || 0,
        );
        shapes.push({ path: `M${x} ${y}h${w}v${h}h${-w}Z`, matrix: own });
        break;
      }
      case "svg": {
        const [vx = 0, vy = 0, vw = 1, vh = 1] = numbers(get("viewBox"));
        const [x = 0, y = 0, w = vw, h = vh] = ["x", "y", "width", "height"].map(
          (name) => Number(get(name)) || 0,
        );
        const sx = (w || vw) / vw;
        const sy = (h || vh) / vh;
        gather(child, product(own, [sx, 0, 0, sy, x - vx * sx, y - vy * sy]), shapes);
        break;
      }
      default:
        gather(child, own, shapes);
    }
  }
}

function numbers(text: string): number[] {
  return (text.match(/-?\d*\.?\d+(?:e-?\d+)?/gi) ?? []).map(Number);
}

function transformOf(text: string): Matrix {
  let all: Matrix = [1, 0, 0, 1, 0, 0];
  for (const [, kind, values] of text.matchAll(/(\w+)\(([^)]*)\)/g)) {
    const [a = 0, b] = numbers(values!);
    if (kind === "translate") all = product(all, [1, 0, 0, 1, a, b ?? 0]);
    else if (kind === "scale") all = product(all, [a, 0, 0, b ?? a, 0, 0]);
    else if (kind === "matrix") {
      const [, , c = 0, d = 0, e = 0, f = 0] = numbers(values!);
      all = product(all, [a, b ?? 0, c, d, e, f]);
    } else if (kind === "rotate") {
      const angle = (a * Math.PI) / 180;
      all = product(all, [Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle), 0, 0]);
    }
  }
  return all;
}

function product(m: Matrix, n: Matrix): Matrix {
  return [
    m[0] * n[0] + m[2] * n[1],
    m[1] * n[0] + m[3] * n[1],
    m[0] * n[2] + m[2] * n[3],
    m[1] * n[2] + m[3] * n[3],
    m[0] * n[4] + m[2] * n[5] + m[4],
    m[1] * n[4] + m[3] * n[5] + m[5],
  ];
}
