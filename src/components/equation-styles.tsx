"use client";

import "katex/dist/katex.min.css";

/** How equations look on the screen: with it their styles and fonts are fetched. Draws nothing itself. */
export default function EquationStyles() {
  return null;
}
