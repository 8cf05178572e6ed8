import type { NodeSpec } from "prosemirror-model";
import { expressionSchema } from "./computation";
import { referenceSchema, type Reference } from "./reference";

/** What stands within a line: text, and what is no text. */
export const inlineSpecs = {
  text: { group: "inline" },
  hard_break: {
    group: "inline",
    inline: true,
    selectable: false,
    parseDOM: [{ tag: "br" }],
    toDOM: () => ["br"],
    leafText: () => "\n",
  },
  /** An equation within a line. */
  formula: {
    group: "inline",
    inline: true,
    atom: true,
    attrs: { tex: { default: "", validate: "string" } },
    parseDOM: [
      {
        tag: "span[data-formula]",
        getAttrs: (element: HTMLElement) => ({ tex: element.getAttribute("data-formula") ?? "" }),
      },
    ],
    toDOM: (node) => ["span", { "data-formula": node.attrs.tex as string }],
    leafText: (node) => node.attrs.tex as string,
  },
  /** A footnote or endnote: its words stand where its sign stands, so that they go wherever that goes. */
  note: {
    group: "inline",
    inline: true,
    content: "(text | formula)*",
    atom: true,
    isolating: true,
    attrs: {
      id: { default: null, validate: "string|null" },
      place: {
        default: "foot",
        validate: (value) => {
          if (value !== "foot" && value !== "end") throw new RangeError("not a place for a note");
        },
      },
    },
    parseDOM: [
      {
        tag: "span[data-note]",
        getAttrs: (element: HTMLElement) => ({
          id: element.getAttribute("data-note") || null,
          place: element.getAttribute("data-place") === "end" ? "end" : "foot",
        }),
      },
    ],
    toDOM: (node) => [
      "span",
      { "data-note": (node.attrs.id as string | null) ?? "", "data-place": node.attrs.place as string },
      0,
    ],
  },
  /** Words made from the place they speak of; only which place and how are stored. */
  cross_reference: {
    group: "inline",
    inline: true,
    atom: true,
    attrs: {
      target: { validate: (value) => void referenceSchema.shape.target.parse(value) },
      form: { default: "{label}", validate: (value) => void referenceSchema.shape.form.parse(value) },
      linked: { default: true, validate: "boolean" },
    },
    parseDOM: [
      {
        tag: "a[data-cross-reference]",
        priority: 70,
        getAttrs: (element: HTMLElement) => {
          try {
            const json: unknown = JSON.parse(element.getAttribute("data-cross-reference") ?? "");
            const parsed = referenceSchema.safeParse(json);
            return parsed.success ? parsed.data : false;
          } catch {
            return false;
          }
        },
      },
    ],
    toDOM: (node) => ["a", { "data-cross-reference": JSON.stringify(node.attrs) }],
    leafText: (node) => (node.attrs as unknown as Reference).target.was ?? "",
  },
  /** A value that is computed from the document; only the expression is stored. */
  computation: {
    group: "inline",
    inline: true,
    atom: true,
    attrs: { expression: { validate: (value) => void expressionSchema.parse(value) } },
    parseDOM: [
      {
        tag: "span[data-computed]",
        getAttrs: (element: HTMLElement) => {
          const parsed = expressionSchema.safeParse(element.getAttribute("data-computed"));
          return parsed.success ? { expression: parsed.data } : false;
        },
      },
    ],
    toDOM: (node) => ["span", { "data-computed": node.attrs.expression as string }],
    leafText: () => "",
  },
  bookmark_point: {
    group: "inline",
    inline: true,
    atom: true,
    selectable: false,
    attrs: { id: { validate: "string" } },
    parseDOM: [
      {
        tag: "a[data-point]",
        getAttrs: (element: HTMLElement) => ({ id: element.getAttribute("data-point") }),
      },
    ],
    toDOM: (node) => ["a", { "data-point": node.attrs.id as string, class: "bookmark-point" }],
    leafText: () => "",
  },
} satisfies Record<string, NodeSpec>;
