import { childNamed, elementsIn, firstWithin, type XmlElement } from "../xml/element";

/** Pictures with what belongs to them. */
export interface Figure {
  readonly frames: readonly XmlElement[];
  /** Its caption, where that stands in a box with it. */
  readonly caption: XmlElement | null;
  /** The attributes of the link around it. */
  readonly link: Readonly<Record<string, string>> | null;
}

/** The pictures of a paragraph that shows nothing else: alone, or in a box with their caption; null for any other. */
export function figureIn(paragraph: XmlElement): Figure | null {
  const frames = framesOf(paragraph);
  const [frame] = frames;
  if (!frame || plainWordsBesideFrames(paragraph) !== "") return null;
  const link = firstWithin(paragraph, "draw:a")?.attributes ?? null;
  const box = childNamed(frame, "draw:text-box");
  if (!box)
    return frames.every((one) => childNamed(one, "draw:image") && !childNamed(one, "draw:object"))
      ? { frames, caption: null, link }
      : null;
  const [caption, ...others] = [...elementsIn(box)].filter(({ name }) => name === "text:p");
  if (frames.length > 1 || !caption || others.length > 0) return null;
  const inner = framesOf(caption);
  return inner.length > 0 &&
    inner.every((one) => childNamed(one, "draw:image")) &&
    firstWithin(caption, "text:sequence")
    ? { frames: inner, caption, link }
    : null;
}

/** The frames of a paragraph, not those within them. */
export function framesOf(element: XmlElement): XmlElement[] {
  const frames: XmlElement[] = [];
  for (const child of elementsIn(element)) {
    if (child.name === "draw:frame") frames.push(child);
    else if (child.name !== "text:note" && child.name !== "office:annotation")
      frames.push(...framesOf(child));
  }
  return frames;
}

/** The words of a paragraph, those in frames left out. */
export function plainWordsBesideFrames(element: XmlElement): string {
  const look = (at: XmlElement): string =>
    at.content
      .map((part) =>
        typeof part === "string"
          ? part
          : ["draw:frame", "office:annotation"].includes(part.name)
            ? ""
            : part.name === "text:note"
              ? "note"
              : look(part),
      )
      .join("");
  return look(element).replace(/\s+/g, " ").trim();
}
