/** Equations: TeX as authors write it, drawn for the screen and written as MathML. */
export { drawEquation, LONGEST_EQUATION, type DrawnEquation } from "./draw-equation";
export { spokenEquation } from "./spoken-equation";
