import { describe, expect, test } from "@jest/globals";
import { drawEquation, MAX_EQUATION_LETTERS } from "./draw-equation";

const drawn = (tex: string, form: "screen" | "mathml" = "mathml", block = false) =>
  drawEquation(tex, { form, block });
const html = (tex: string, form: "screen" | "mathml" = "mathml", block = false) => {
  const result = drawn(tex, form, block);
  if ("fault" in result) throw new Error(result.fault);
  return result.html;
};
const fault = (tex: string) => {
  const result = drawn(tex);
  return "fault" in result ? result.fault : null;
};

describe("an equation", () => {
  test("is MathML with its TeX beside it in files, and has no drawing there", () => {
    const math = html("\\frac{a}{b}");
    expect(math).toMatch(/^<math [^>]*>.*<\/math>$/s);
    expect(math).toContain("<mfrac>");
    expect(math).toContain('<annotation encoding="application/x-tex">\\frac{a}{b}</annotation>');
    expect(math).not.toContain("katex-html");
  });

  test("is drawn on screens, with MathML for who does not see it", () => {
    const both = html("x^2", "screen");
    expect(both).toContain('class="katex-html" aria-hidden="true"');
    expect(both).toContain("<msup>");
  });

  test("that is a block is displayed as one", () => {
    expect(html("\\sum_{i=1}^n i", "mathml", true)).toContain('display="block"');
    expect(html("\\sum_{i=1}^n i")).not.toContain('display="block"');
  });

  test.each([
    "\\overset{↔}{V}",
    "\\overset{→}{abcd}F'",
    "\\underset{a}{\\mathrel{R}}",
    "\\stackrel{!}{=}",
    "\\mathop{ab}_c",
  ])("%s as a file has it keeps elements out of those for characters", (tex) => {
    const tokens = [...html(tex).matchAll(/<(mi|mn|mo|mtext)\b[^>]*>(.*?)<\/\1>/g)];
    expect(tokens.length).toBeGreaterThan(1);
    expect(tokens.map(([, , inner]) => inner).join("")).not.toContain("<");
    const names = (wanted: RegExp) => [...html(tex).matchAll(wanted)].map(([, name]) => name).sort();
    expect(names(/<([a-z]+)/g)).toEqual(names(/<\/([a-z]+)/g));
  });

  test("is escaped: its letters are no markup", () => {
    expect(html("a < b")).not.toMatch(/a < b/);
    expect(html("\\text{<img src=x>}")).not.toContain("<img");
  });

  test.each([
    ["", "The equation is empty."],
    ["  ", "The equation is empty."],
    ["x".repeat(MAX_EQUATION_LETTERS + 1), "The equation is longer than 5,000 characters."],
  ])("%.10j has a fault in words", (tex, words) => expect(fault(tex)).toBe(words));

  test("with a fault says it without the name of what found it", () => {
    expect(fault("\\frac{a}")).toMatch(/^[A-Z]/);
    expect(fault("\\frac{a}")).not.toMatch(/KaTeX|\u0332/);
    expect(fault("\\nosuch")).toContain("\\nosuch");
  });

  test.each([
    "\\href{javascript:alert(1)}{x}",
    "\\url{https://elsewhere.example}",
    "\\includegraphics{https://elsewhere.example/x.png}",
    "\\htmlData{a=b}{x}",
    "\\htmlStyle{color:red}{x}",
  ])("%s leads to nothing and loads nothing", (tex) => {
    const result = drawn(tex);
    if ("html" in result) expect(result.html).not.toMatch(/<(?:a|img)\b|\shref=|\ssrc=|\sdata-|url\(/);
  });

  test("that would grow for ever is given up", () => {
    expect(fault("\\def\\a{\\a\\a}\\a")).toMatch(/expan/i);
  });
});
