/** Equations: TeX as authors write it, drawn for the screen and written as MathML. */
export { drawEquation, MAX_EQUATION_LETTERS, type DrawnEquation } from "./draw-equation";
export { spokenEquation } from "./spoken-equation";
