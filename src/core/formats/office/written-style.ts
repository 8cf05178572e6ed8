/** How words look, as far as a file says it. What is absent is as around them. */
export interface RunLook {
  readonly bold?: boolean;
  readonly italic?: boolean;
  readonly underline?: boolean;
  readonly strike?: boolean;
  readonly hidden?: boolean;
  readonly caps?: boolean;
  readonly highlight?: boolean;
  readonly vertical?: "superscript" | "subscript" | "baseline";
  /** Six hexadecimal digits behind `#`; `auto` for the colour of text. */
  readonly colour?: string;
  /** In points. */
  readonly size?: number;
  readonly font?: string;
  readonly language?: string;
  /** Of words that are written from right to left. */
  readonly otherLanguage?: string;
  readonly rightToLeft?: boolean;
}

/** How a paragraph stands, as far as a file says it. Lengths are points. */
export interface ParagraphLook {
  readonly align?: "left" | "center" | "right" | "justify";
  readonly before?: number;
  readonly after?: number;
  /** Height of a line as a multiple of a single one. */
  readonly lines?: number;
  readonly indent?: number;
  readonly keepWithNext?: boolean;
  readonly newPage?: boolean;
  /** From 0 on; 9 for the text of the body. */
  readonly outline?: number;
  readonly rightToLeft?: boolean;
}

/** A style of a file, with what it takes from those it is based on. */
export interface WrittenStyle {
  readonly id: string;
  readonly name: string;
  /** Whether it was made by the authors of the file, as far as that says it. */
  readonly own: boolean;
  readonly run: RunLook;
  readonly paragraph: ParagraphLook;
}
