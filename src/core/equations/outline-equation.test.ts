import { describe, expect, test } from "@jest/globals";
import { outlineEquation } from "./outline-equation";

describe("an equation as outlines", () => {
  test("has room above and below its base line as its parts need it", () => {
    const letter = outlineEquation("x", false);
    const fraction = outlineEquation("\\frac{x}{y}", true);
    expect(letter.shapes).toHaveLength(1);
    expect(fraction.height).toBeGreaterThan(letter.height * 1.5);
    expect(fraction.depth).toBeGreaterThan(letter.depth + 0.3);
    expect(outlineEquation("xx", false).width).toBeCloseTo(2 * letter.width, 1);
  });

  test("is drawn larger as a block than in a line", () => {
    const sum = (display: boolean) => outlineEquation("\\sum_{i=1}^n i", display);
    expect(sum(true).height + sum(true).depth).toBeGreaterThan(sum(false).height + sum(false).depth);
  });

  test("keeps each shape within its room", () => {
    const { width, height, depth, shapes } = outlineEquation("\\sqrt{\\frac{a+b}{c^2}}", true);
    for (const { path, matrix } of shapes) {
      expect(path).toMatch(/^M/);
      const [, , , , x, y] = matrix;
      expect(x).toBeGreaterThanOrEqual(-0.1);
      expect(x).toBeLessThanOrEqual(width + 0.1);
      expect(y).toBeGreaterThanOrEqual(-depth - 0.1);
      expect(y).toBeLessThanOrEqual(height + 0.1);
    }
  });

  test("knows nothing of what another one defined", () => {
    expect(outlineEquation("\\newcommand{\\mine}{x}\\mine", false).shapes).toHaveLength(1);
    expect(() => outlineEquation("\\mine", false)).toThrow(RangeError);
  });

  test.each(["\\frac{a}", "\\left( x", "x".repeat(5_001)])(
    "with a fault throws what is wrong: %.12s",
    (tex) => {
      expect(() => outlineEquation(tex, false)).toThrow(/^[A-Z]\w/);
    },
  );
});
