import { z } from "zod";

/** Faces that are shipped: a book serif, a quiet sans, one for code. */
export const FACES = ["serif", "sans", "mono"] as const;
export type Face = (typeof FACES)[number];

/** How the headings of a level are counted. */
export const NUMBERINGS = ["none", "decimal", "letters", "roman"] as const;
export type Numbering = (typeof NUMBERINGS)[number];

/** Colours that have one look on a light ground and one on a dark; any other is six hexadecimal digits. */
export const NAMED_COLOURS = ["ink", "quiet", "tide", "plum", "hemp"] as const;

/** The look of one kind of block or words. Lengths are points (1/72 inch). */
export interface BlockLook {
  /** Null: that of the body. */
  readonly face: Face | null;
  readonly size: number;
  /** From 200 to 900, as in CSS. */
  readonly weight: number;
  readonly slant: "upright" | "italic";
  /** One of {@link NAMED_COLOURS}, or `#` with six hexadecimal digits. Null: that of the body. */
  readonly colour: string | null;
  /** Height of a line as a multiple of the size. */
  readonly leading: number;
  readonly before: number;
  readonly after: number;
  readonly align: "left" | "center" | "right" | "justify";
  /** How far in from the left margin all lines stand. */
  readonly indent: number;
  readonly keepWithNext: boolean;
  readonly newPage: boolean;
  readonly numbering: Numbering;
  /** For contents lines: whether they are underlined, as links are, and whether those of the first level stand out. Absent: not. */
  readonly underlined?: boolean | undefined;
  readonly firstBold?: boolean | undefined;
}

/** Checks one look. */
export const lookSchema = z.strictObject({
  face: z.enum(FACES).nullable(),
  size: z.number().min(4).max(96),
  weight: z.int().min(200).max(900),
  slant: z.enum(["upright", "italic"]),
  colour: z.union([z.enum(NAMED_COLOURS), z.string().regex(/^#[0-9a-f]{6}$/i)]).nullable(),
  leading: z.number().min(0.8).max(4),
  before: z.number().min(0).max(200),
  after: z.number().min(0).max(200),
  align: z.enum(["left", "center", "right", "justify"]),
  indent: z.number().min(0).max(300),
  keepWithNext: z.boolean(),
  newPage: z.boolean(),
  numbering: z.enum(NUMBERINGS),
  underlined: z.boolean().optional(),
  firstBold: z.boolean().optional(),
});

/** The look of the body of a document that has not chosen another. */
export const FIRST_BODY: BlockLook = {
  face: "serif",
  size: 11,
  weight: 400,
  slant: "upright",
  colour: "ink",
  leading: 1.6,
  before: 0,
  after: 10,
  align: "left",
  indent: 0,
  keepWithNext: false,
  newPage: false,
  numbering: "none",
};
/** A look that is the body's except for what is said. */
export function likeBody(look: Partial<BlockLook>): BlockLook {
  return { ...FIRST_BODY, face: null, colour: null, ...look };
}
