import { escapeXml, xmlAttribute } from "../xml/escape-xml";

/** How the style of a table is called whose columns share the width of the text. */
export const AS_WIDE_AS_TEXT = "Wide";

/** Properties of a style by their names; those without a value are left out. */
export type Properties = Readonly<Record<string, string | null | undefined>>;

/** Styles without a name that anybody gave: what words and paragraphs have of their own (ISO 26300-1, 16.2). */
export class AutomaticStyles {
  private readonly styles: string[] = [];
  private readonly known = new Map<string, string>();

  /** The style of words that look so, on top of one that has a name; null for plain words. */
  ofWords(parent: string | null, properties: Properties): string | null {
    const said = attributesOf(properties);
    if (said === "") return parent;
    return this.named(
      "T",
      `style:family="text"${xmlAttribute("style:parent-style-name", parent)}`,
      `<style:text-properties${said}/>`,
    );
  }

  /** The style of a paragraph that stands so, on top of one that has a name. */
  ofParagraph(parent: string, properties: Properties, page: string | null = null): string {
    const said = attributesOf(properties);
    if (said === "" && page === null) return parent;
    return this.named(
      "P",
      `style:family="paragraph" style:parent-style-name="${parent}"${xmlAttribute("style:master-page-name", page)}`,
      `<style:paragraph-properties${said}/>`,
    );
  }

  /** A section in so many columns of text. */
  ofSection(columns: number): string {
    if (columns === 1) return "Section";
    return this.named(
      "S",
      'style:family="section"',
      `<style:section-properties style:editable="false"><style:columns fo:column-count="${columns}" fo:column-gap="18pt"/></style:section-properties>`,
    );
  }

  /** The style of a column of a table; its width in points. */
  ofColumn(width: number): string {
    return this.named(
      "C",
      'style:family="table-column"',
      `<style:table-column-properties style:column-width="${round(width)}pt"/>`,
    );
  }

  /** The style of a table; its width and how far in it stands, in points. */
  ofTable(width: number | null, indent: number): string {
    const wide = width === null ? "" : ` style:width="${round(width)}pt"`;
    const margin = indent ? ` fo:margin-left="${round(indent)}pt"` : "";
    const align = width === null ? ' table:align="margins"' : ' table:align="left"';
    return this.named(
      width === null ? AS_WIDE_AS_TEXT : "Table",
      'style:family="table"',
      `<style:table-properties${wide}${margin}${align}/>`,
    );
  }

  /** A list by how its levels are counted. */
  ofList(levels: string): string {
    const key = `list ${levels}`;
    let name = this.known.get(key);
    if (name === undefined) {
      name = `L${this.styles.length + 1}`;
      this.known.set(key, name);
      this.styles.push(`<text:list-style style:name="${name}">${levels}</text:list-style>`);
    }
    return name;
  }

  get xml(): string {
    return `${FIXED}${this.styles.join("")}`;
  }

  private named(letter: string, start: string, content: string): string {
    const key = `${start} ${content}`;
    let name = this.known.get(key);
    if (name === undefined) {
      name = `${letter}${this.styles.length + 1}`;
      this.known.set(key, name);
      this.styles.push(`<style:style style:name="${name}" ${start}>${content}</style:style>`);
    }
    return name;
  }
}

const FIXED =
  '<style:style style:name="Section" style:family="section"><style:section-properties style:editable="false"/></style:style>' +
  '<style:style style:name="Cell" style:family="table-cell"><style:table-cell-properties fo:padding="3pt" fo:border="0.5pt solid #bfb7a6"/></style:style>';

function attributesOf(properties: Properties): string {
  let said = "";
  for (const [name, value] of Object.entries(properties))
    if (value !== null && value !== undefined && value !== "") said += ` ${name}="${escapeXml(value)}"`;
  return said;
}

/** Lengths are written to a hundredth of a point. */
export function round(points: number): number {
  return Math.round(points * 100) / 100;
}
