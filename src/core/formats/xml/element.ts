/** What stands in an element, in order: elements and text. */
export type XmlContent = readonly (XmlElement | string)[];

/**
 * An element of an XML part. Names carry the prefix that the reader of the format gives their namespace (`w:p`), whatever prefix the file
 * has, so that a name tells what an element is.
 */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly content: XmlContent;
}

/** The elements within another, in order, text left out. */
export function* elementsIn(element: XmlElement | null | undefined): Generator<XmlElement, void> {
  if (!element) return;
  for (const part of element.content) if (typeof part !== "string") yield part;
}

/** The first child of a name; null where there is none. */
export function childNamed(element: XmlElement | null | undefined, name: string): XmlElement | null {
  if (!element) return null;
  for (const part of element.content) if (typeof part !== "string" && part.name === name) return part;
  return null;
}

/** The first element that a path of names leads to, from child to child; null where there is none. */
export function elementAt(element: XmlElement | null | undefined, ...path: string[]): XmlElement | null {
  return path.reduce<XmlElement | null>((at, name) => childNamed(at, name), element ?? null);
}

/** The children of a name, in order. */
export function childrenNamed(element: XmlElement | null | undefined, name: string): XmlElement[] {
  return [...elementsIn(element)].filter((child) => child.name === name);
}

/** All elements within another, at any depth, in the order of the file. */
export function* elementsWithin(element: XmlElement | null | undefined): Generator<XmlElement, void> {
  if (!element) return;
  const open: { readonly content: XmlContent; at: number }[] = [{ content: element.content, at: 0 }];
  while (open.length > 0) {
    const here = open.at(-1)!;
    const part = here.content[here.at++];
    if (part === undefined) open.pop();
    else if (typeof part !== "string") {
      yield part;
      if (part.content.length > 0) open.push({ content: part.content, at: 0 });
    }
  }
}

/** The first element of a name at any depth; null where there is none. */
export function firstWithin(element: XmlElement | null | undefined, name: string): XmlElement | null {
  for (const found of elementsWithin(element)) if (found.name === name) return found;
  return null;
}

/** The text of an element and of all within it. */
export function textWithin(element: XmlElement | null | undefined): string {
  if (!element) return "";
  return element.content.map((part) => (typeof part === "string" ? part : textWithin(part))).join("");
}
