import type { MarkSpec } from "prosemirror-model";
import { wholeNumber } from "./attributes";
import { hintSchema, linkLookSchema, lookFrom, type LinkLook } from "./link-look";
import { fromJSON } from "./from-json";
import { linkTargetSchema, targetFromAddress, type LinkTarget } from "./target";

/** A colour as it may stand in a document: six hexadecimal digits. */
export const COLOUR = /^#[0-9a-f]{6}$/i;

const simple = (tag: string, ...rules: { tag: string }[]): MarkSpec => ({
  parseDOM: [{ tag }, ...rules],
  toDOM: () => [tag, 0],
});

/** What words can carry. */
export const markSpecs = {
  link: {
    attrs: {
      target: { validate: (value) => void linkTargetSchema.parse(value) },
      look: { default: "underlined", validate: (value) => void linkLookSchema.parse(value) },
      hint: { default: "", validate: (value) => void hintSchema.parse(value) },
    },
    inclusive: false,
    parseDOM: [
      {
        tag: "a[data-target]",
        priority: 60,
        getAttrs: (element: HTMLElement) => {
          const target = fromJSON(linkTargetSchema, element.getAttribute("data-target"));
          return target ? { target, ...looksFrom(element) } : false;
        },
      },
      {
        tag: "a[href]:not([href^='#'])",
        getAttrs: (element: HTMLElement) => {
          const target = targetFromAddress(element.getAttribute("href") ?? "");
          return target ? { target, ...looksFrom(element) } : false;
        },
      },
    ],
    toDOM: (mark) => {
      const { target, look, hint } = mark.attrs as { target: LinkTarget; look: LinkLook; hint: string };
      return [
        "a",
        {
          "data-target": JSON.stringify(target),
          class: "link",
          ...(look === "underlined" ? {} : { "data-look": look }),
          ...(hint ? { title: hint } : {}),
        },
        0,
      ];
    },
  },
  bookmark: {
    attrs: { id: { validate: "string" } },
    inclusive: false,
    excludes: "",
    parseDOM: [
      {
        tag: "span[data-bookmark]",
        getAttrs: (element: HTMLElement) => ({ id: element.getAttribute("data-bookmark") }),
      },
    ],
    toDOM: (mark) => ["span", { "data-bookmark": mark.attrs.id as string, class: "bookmark-range" }, 0],
  },
  strong: {
    ...simple("strong"),
    parseDOM: [
      { tag: "strong" },
      {
        tag: "b",
        getAttrs: (element: HTMLElement) => (element.style.fontWeight === "normal" ? false : null),
      },
      { style: "font-weight=bold" },
    ],
  },
  emphasis: {
    ...simple("em"),
    parseDOM: [{ tag: "em" }, { tag: "i" }, { style: "font-style=italic" }],
  },
  underline: { ...simple("u"), parseDOM: [{ tag: "u" }, { style: "text-decoration=underline" }] },
  strike: {
    ...simple("s"),
    parseDOM: [{ tag: "s" }, { tag: "del" }, { style: "text-decoration=line-through" }],
  },
  superscript: { ...simple("sup"), excludes: "superscript subscript" },
  subscript: { ...simple("sub"), excludes: "superscript subscript" },
  colour: {
    attrs: {
      colour: {
        validate: (value) => {
          if (!COLOUR.test(value as string)) throw new RangeError("not a colour");
        },
      },
    },
    parseDOM: [
      {
        tag: "span[data-colour]",
        getAttrs: (element: HTMLElement) => ({ colour: element.getAttribute("data-colour") }),
      },
    ],
    toDOM: (mark) => [
      "span",
      { "data-colour": mark.attrs.colour as string, style: `color: ${mark.attrs.colour as string}` },
      0,
    ],
  },
  size: {
    attrs: { percent: { validate: wholeNumber(50, 400) } },
    parseDOM: [
      {
        tag: "span[data-size]",
        getAttrs: (element: HTMLElement) => ({ percent: Number(element.getAttribute("data-size")) }),
      },
    ],
    toDOM: (mark) => [
      "span",
      { "data-size": String(mark.attrs.percent), style: `font-size: ${mark.attrs.percent as number}%` },
      0,
    ],
  },
  code: { ...simple("code"), code: true },
} satisfies Record<string, MarkSpec>;

function looksFrom(element: HTMLElement): { look: LinkLook; hint: string } {
  return {
    look: lookFrom(element.getAttribute("data-look")),
    hint: (element.getAttribute("title") ?? "").slice(0, 1_000),
  };
}
