import { describe, expect, test } from "@jest/globals";
import postcss, { type Rule } from "postcss";
import {
  createDocument,
  FIRST_SHEET,
  newId,
  settingsOf,
  type OwnStyle,
  type StyleSheet,
} from "@/core/document";
import { documentRules } from "./document-rules";
import { READY_SHEETS } from "./ready-sheets";
import { styleRules } from "./style-rules";

/** The rules as a parser of CSS, which knows nothing of ours, reads them. */
function rulesIn(css: string): Rule[] {
  const found: Rule[] = [];
  postcss.parse(css).walkRules((rule) => void found.push(rule));
  return found;
}

/** What the rule of a selector says; a later one comes before an earlier one. */
function said(css: string, selector: string): Record<string, string> {
  const all = rulesIn(css).filter((rule) => rule.selector === selector);
  return Object.fromEntries(
    all.flatMap((rule) =>
      rule.nodes.flatMap((node) => (node.type === "decl" ? [[node.prop, node.value] as const] : [])),
    ),
  );
}

function withOwn(style: OwnStyle): { sheet: StyleSheet; id: string } {
  const id = newId();
  return { id, sheet: { ...FIRST_SHEET, own: { [id]: style } } };
}

describe("the rules of a style sheet", () => {
  test.each(READY_SHEETS.map((sheet) => [sheet.name, sheet] as const))(
    "of “%s” are rules of one scope only, and say what CSS can read",
    (_name, styles) => {
      const rules = rulesIn(documentRules({ styles, language: "en" }, ".text"));
      expect(rules.length).toBeGreaterThan(30);
      for (const rule of rules) {
        for (const selector of rule.selectors) expect(selector).toMatch(/^\.text(?:[ >]|$)/);
        for (const node of rule.nodes) expect(String(node)).not.toMatch(/undefined|NaN|null/);
      }
    },
  );

  test("take lengths in points from the place, and nothing for none", () => {
    const sheet = {
      ...FIRST_SHEET,
      styles: {
        ...FIRST_SHEET.styles,
        heading2: { ...FIRST_SHEET.styles.heading2, size: 17, before: 0, after: 9 },
      },
    };
    expect(said(styleRules(sheet, ".text"), ".text h2")).toMatchObject({
      "font-size": "calc(var(--point) * 17)",
      "margin-top": "0",
      "margin-bottom": "calc(var(--point) * 9)",
    });
  });

  test.each([
    ["left", "start"],
    ["right", "end"],
    ["center", "center"],
    ["justify", "justify"],
  ] as const)("have lines that stand at the %s begin where reading starts", (align, words) => {
    const sheet = {
      ...FIRST_SHEET,
      styles: { ...FIRST_SHEET.styles, quotation: { ...FIRST_SHEET.styles.quotation, align } },
    };
    expect(said(styleRules(sheet, ".text"), ".text blockquote")["text-align"]).toBe(words);
  });

  test("give a colour of its own another one on a dark ground, and leave a named one to the place", () => {
    const colour = (of: string) => {
      const { sheet, id } = withOwn({ name: "Loud", of: "words", look: { colour: of } });
      const rule = rulesIn(styleRules(sheet, ".text")).find(({ selector }) => selector.includes(id))!;
      return String(rule.nodes[0]);
    };
    expect(colour("#102030")).toMatch(/^color: light-dark\(#102030, color-mix\(/);
    expect(colour("tide")).toBe("color: var(--tide)");
  });

  test("of a style of one's own say no more than what it names", () => {
    const { sheet, id } = withOwn({ name: "Aside", of: "paragraphs", look: { slant: "italic", indent: 12 } });
    const rule = rulesIn(styleRules(sheet, ".text")).find(({ selector }) => selector.includes(id))!;
    expect(rule.nodes.map(String)).toEqual([
      "font-style: italic",
      "margin-inline-start: calc(var(--point) * 12)",
    ]);
    expect(rule.selector).toContain('[data-style-name="Aside"]');
  });

  test.each(['a"] { } body { display: none } x["', "</style><script>", "\\", "a\nb", "*/ } :root {"])(
    "are not left by a style called %j",
    (name) => {
      const { sheet } = withOwn({ name, of: "words", look: { weight: 700 } });
      const css = styleRules(sheet, ".text");
      for (const { selectors } of rulesIn(css))
        for (const selector of selectors) expect(selector.startsWith(".text")).toBe(true);
      expect(css).not.toContain("<");
    },
  );

  test("of what stands for an empty title are words of the document's language", () => {
    const words = (language: string) =>
      rulesIn(documentRules({ ...settingsOf(createDocument([])), language }, ".text"))
        .filter(({ selector }) => selector.includes(".notice-title:is(:empty"))
        .map(({ nodes }) => String(nodes[0]));
    expect(words("en")).toContain('content: "Warning"');
    expect(words("de")).toContain('content: "Warnung"');
  });
});
