import { noteNumber, type Destination, type DocumentIndex, type PageNumbers } from "@/core/index";
import {
  fixedWords,
  fixedWordsOf,
  partsOfForm,
  type FixedWords,
  type Reference,
  type ReferenceField,
} from "@/core/document";

/** What the words of a cross-reference depend on beside its place. */
export interface SpokenReference extends Pick<Reference, "target" | "form"> {
  /** The language of the words around it, where it is not the document's. */
  readonly language?: string | undefined;
}

/**
 * The words of a cross-reference that stands at a position. Without pages a page is told as where it is from here. Of a place
 * that is gone it says what it was called.
 */
export function referenceWords(
  reference: SpokenReference,
  at: number,
  index: DocumentIndex,
  pages: PageNumbers | null,
): string {
  return referenceParts(reference, at, index, pages)
    .map(({ words }) => words)
    .join("");
}

/** A part of what a cross-reference says: words of its form, or what a field of it says of the place. */
export interface ReferencePart {
  readonly field: ReferenceField | null;
  readonly words: string;
}

/** What {@link referenceWords} says, in its parts. White space is as a line has it: single, none at the ends. */
export function referenceParts(
  { target, form, language: of }: SpokenReference,
  at: number,
  index: DocumentIndex,
  pages: PageNumbers | null,
): ReferencePart[] {
  const place = index.destination(target.id);
  const language = of ? fixedWords(of) : fixedWordsOf(index.doc);
  if (!place) return [{ field: null, words: language.quoted(target.was ?? "?") }];
  const context = { place, at, index, pages, language };
  const parts: ReferencePart[] = [];
  let said = "";
  for (const part of partsOfForm(form)) {
    const field = typeof part === "string" ? null : part.field;
    const words = (typeof part === "string" ? part : fieldWords(part.field, context)).replace(/\s+/gu, " ");
    const own = said === "" || said.endsWith(" ") ? words.replace(/^ /, "") : words;
    if (own === "") continue;
    said += own;
    parts.push({ field, words: own });
  }
  while (parts.length > 0 && parts.at(-1)!.words.endsWith(" ")) {
    const last = parts.pop()!;
    const words = last.words.slice(0, -1);
    if (words !== "") parts.push({ ...last, words });
  }
  // A place without a name or a number still has to be told of.
  return parts.length > 0 ? parts : [{ field: "where", words: whereWords(context) }];
}

interface ReferenceContext {
  readonly place: Destination;
  readonly at: number;
  readonly index: DocumentIndex;
  readonly pages: PageNumbers | null;
  readonly language: FixedWords;
}

function fieldWords(field: ReferenceField, context: ReferenceContext): string {
  const { place, index, pages, language } = context;
  switch (field) {
    case "number":
      return numberOf(place, index);
    case "title":
      return place.name;
    case "label":
      return labelOf(context);
    case "caption":
      return [index.captions.get(place.id), place.name].filter(Boolean).join(". ");
    case "words":
      return (place.kind === "bookmark" && place.text) || place.name;
    case "page":
      return pages ? language.page(pages.labelAt(place.pos)) : whereWords(context);
    case "pagenumber":
      return pages ? pages.labelAt(place.pos) : whereWords(context);
    case "where":
      return whereWords(context);
  }
}

/** The number alone: of a heading as it is shown, of a caption without its word. */
function numberOf(place: Destination, index: DocumentIndex): string {
  if (place.kind === "note") return noteNumber(place.place, place.number);
  if (place.kind === "paragraph") return String(place.number);
  const { id } = place;
  const caption = index.captions.get(id);
  return index.numbers.get(id) ?? (caption ? caption.slice(caption.lastIndexOf(" ") + 1) : "");
}

/** What a place is called by its kind and number; by its title where it has none. */
function labelOf({ place, index, language }: ReferenceContext): string {
  if (place.kind === "note" || place.kind === "paragraph")
    return `${language[place.kind]} ${numberOf(place, index)}`;
  const caption = index.captions.get(place.id);
  if (caption) return place.kind === "equation" && !caption.includes(" ") ? `(${caption})` : caption;
  const number = index.numbers.get(place.id);
  if (!number) return place.name && language.quoted(place.name);
  // The number of an appendix has its word with it.
  return /^\p{L}+ /u.test(number) ? number : `${language.section} ${number}`;
}

function whereWords({ place, at, pages, language }: ReferenceContext): string {
  if (pages && pages.pageAt(place.pos) !== pages.pageAt(at)) return language.onPage(pages.labelAt(place.pos));
  return place.pos < at ? language.above : language.below;
}

/** Whether the words of a form can change when only pages do. */
export function speaksOfPages(form: string): boolean {
  return partsOfForm(form).some((part) => typeof part !== "string" && OF_PAGES.has(part.field));
}
const OF_PAGES = new Set<ReferenceField>(["page", "pagenumber", "where"]);
