import { z } from "zod";
import { markKind } from "../declare";

const plain = z.strictObject({});

export const strong = markKind({
  attributes: plain,
  parseDOM: [
    { tag: "strong" },
    { tag: "b", getAttrs: (element) => (element.style.fontWeight === "normal" ? false : null) },
    { style: "font-weight=bold" },
  ],
  toDOM: () => ["strong", 0],
});

export const emphasis = markKind({
  attributes: plain,
  parseDOM: [{ tag: "em" }, { tag: "i" }, { style: "font-style=italic" }],
  toDOM: () => ["em", 0],
});

export const underline = markKind({
  attributes: plain,
  parseDOM: [{ tag: "u" }, { style: "text-decoration=underline" }],
  toDOM: () => ["u", 0],
});

export const strike = markKind({
  attributes: plain,
  parseDOM: [{ tag: "s" }, { tag: "del" }, { style: "text-decoration=line-through" }],
  toDOM: () => ["s", 0],
});

export const superscript = markKind({
  attributes: plain,
  excludes: "superscript subscript",
  parseDOM: [{ tag: "sup" }],
  toDOM: () => ["sup", 0],
});

export const subscript = markKind({
  attributes: plain,
  excludes: "superscript subscript",
  parseDOM: [{ tag: "sub" }],
  toDOM: () => ["sub", 0],
});

export const code = markKind({
  attributes: plain,
  code: true,
  parseDOM: [{ tag: "code" }],
  toDOM: () => ["code", 0],
});

/** A colour as it may stand in a document: six hexadecimal digits. */
export const COLOUR = /^#[0-9a-f]{6}$/i;

export const colour = markKind({
  attributes: z.strictObject({ colour: z.string().regex(COLOUR, "not a colour") }),
  parseDOM: [
    { tag: "span[data-colour]", getAttrs: (element) => ({ colour: element.getAttribute("data-colour") }) },
  ],
  toDOM: ({ colour }) => ["span", { "data-colour": colour, style: `color: ${colour}` }, 0],
});

export const size = markKind({
  attributes: z.strictObject({ percent: z.int().min(50).max(400) }),
  parseDOM: [
    {
      tag: "span[data-size]",
      getAttrs: (element) => ({ percent: Number(element.getAttribute("data-size")) }),
    },
  ],
  toDOM: ({ percent }) => ["span", { "data-size": String(percent), style: `font-size: ${percent}%` }, 0],
});
