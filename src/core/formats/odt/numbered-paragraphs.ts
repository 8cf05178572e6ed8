import { childNamed, type XmlElement } from "../xml/element";

/** Whether an element is a paragraph that is numbered by itself, outside of a list (ISO 26300-1, 5.3.6). */
export function isNumberedParagraph(element: XmlElement): boolean {
  // Headings that are numbered so are headings.
  return element.name === "text:numbered-paragraph" && childNamed(element, "text:h") === null;
}

/** The list that numbered paragraphs make which follow each other; deeper ones stand in the item before them. */
export function listOf(paragraphs: readonly XmlElement[]): XmlElement {
  const level = Math.min(...paragraphs.map(levelOf));
  const items: XmlElement[] = [];
  for (let i = 0; i < paragraphs.length;) {
    const first = paragraphs[i]!;
    let end = i + 1;
    if (levelOf(first) === level) items.push(itemOf(first));
    else {
      while (end < paragraphs.length && levelOf(paragraphs[end]!) > level) end++;
      const inner = listOf(paragraphs.slice(i, end));
      const above = items.pop();
      items.push(element("text:list-item", above?.attributes ?? {}, [...(above?.content ?? []), inner]));
    }
    i = end;
  }
  const { attributes } = paragraphs.find((one) => levelOf(one) === level)!;
  return element("text:list", only(attributes, "text:style-name", "text:continue-numbering"), items);
}

function itemOf({ attributes, content }: XmlElement): XmlElement {
  const words = content.filter((part) => typeof part === "string" || part.name !== "text:number");
  return element("text:list-item", only(attributes, "text:start-value"), words);
}

/** At most as deep as anybody numbers; what says more would only be nested for its own sake. */
function levelOf({ attributes }: XmlElement): number {
  return Math.min(Math.max(Math.trunc(Number(attributes["text:level"])) || 1, 1), 10);
}

function only(attributes: XmlElement["attributes"], ...names: readonly string[]): Record<string, string> {
  return Object.fromEntries(names.flatMap((name) => (name in attributes ? [[name, attributes[name]!]] : [])));
}

function element(
  name: string,
  attributes: XmlElement["attributes"],
  content: XmlElement["content"],
): XmlElement {
  return { name, attributes, content };
}
