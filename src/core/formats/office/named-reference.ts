/** What a bookmark encloses: that says what a reference to it speaks of. */
export type Enclosed = "heading" | "label" | "number" | "caption" | "title" | "note" | "words" | "point";

/** How a reference says what it speaks of. */
export interface Said {
  readonly form: string;
  /** Whether it speaks of the block in which the bookmark stands. */
  readonly around: boolean;
}

/**
 * How a reference to a bookmark that its author named says what `form` says of what the bookmark encloses. The bookmark has a name of its
 * own and no number: numbers and captions are those of the heading, figure or table around it, a title is the words it marks.
 */
export function saidOfNamed(form: string, enclosed: Enclosed | null): Said {
  const around =
    enclosed === "label" ||
    enclosed === "number" ||
    enclosed === "caption" ||
    (enclosed === "heading" && /number}|label/.test(form) && !form.includes("pagenumber"));
  return { form: !around && form === "{title}" ? "{words}" : form, around };
}
