import { expect, test } from "@jest/globals";
import { spokenEquation } from ".";

test.each([
  ["a = b + 1", "en", "a equals b plus 1"],
  ["\\frac{1}{2}", "en", "1 over 2"],
  ["\\frac{a^2+b_1}{2}", "en", "the fraction a squared plus b sub 1 over 2, end of fraction,"],
  ["\\sqrt{x}", "en", "the square root of x"],
  ["\\sqrt[3]{x+1}", "en", "the cube root of x plus 1, end of root,"],
  ["\\sum_{i=1}^{n} i^3", "en", "the sum from i equals 1 to n of i cubed"],
  ["\\int_0^\\infty e^{-x}", "en", "the integral from 0 to infinity of e to the power of minus x"],
  ["\\lim_{x\\to 0} f'(x)", "en", "lim over x to 0 of f prime ( x )"],
  ["\\vec{v} \\le \\hat{n}", "en", "vector v is at most n hat"],
  ["\\begin{pmatrix}1&0\\\\0&1\\end{pmatrix}", "en", "( the matrix: row 1: 1, 0; row 2: 0, 1; )"],
  ["v \\ge \\text{5 knots}", "en", "v is at least 5 knots"],
  ["a < b", "de-AT", "a kleiner als b"],
  ["\\frac{1}{2}", "fr", "1 sur 2"],
  ["x^2", "ja", "x squared"],
])("%s is said aloud in %s", (tex, language, said) => {
  expect(spokenEquation(tex, language)).toBe(said);
});

test("every language has a word for each sign; what has a fault stays as it was typed", () => {
  for (const language of ["en", "de", "fr", "es", "it", "nl", "pt"])
    expect(
      spokenEquation("a + b - c \\cdot d \\times e = f \\neq g \\approx h \\pm i", language),
    ).not.toMatch(/undefined|[+−⋅×=≠≈±]/);
  expect(spokenEquation("\\frac{1}", "en")).toBe("\\frac{1}");
  expect(spokenEquation("  ", "en")).toBe("");
});
