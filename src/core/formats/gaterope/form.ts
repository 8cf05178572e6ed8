/*
 * The versions of the open form.
 *
 * 1: the first.
 * 2: notices, definition lists, pictures in lines, languages of words, how lists count, boxes to tick, and what can stand in code. All that
 *    the first form says means the same in it, so that its documents are read as they are, and are written in this one.
 * 3: entries of the index, styles that authors make, and where comments stand.
 * 4: paragraphs and lists in notes; figures, tables and equations in items, quotations, notices, definitions and cells.
 * 5: sections of pages; columns, and lines of their own on first and left-hand pages.
 * 6: what the wayfinding promises readers, and how close ways back stand.
 */

/** The form that is written. */
export const FORM = 6;

/** The forms that are read. */
export const FORMS = [1, 2, 3, 4, 5, FORM] as const;

/** The version of a form that is newer than those that are known here; null for any other file. */
export function newerForm(json: unknown): number | null {
  if (typeof json !== "object" || json === null) return null;
  const { format, version }: { format?: unknown; version?: unknown } = json;
  return format === "gaterope" && typeof version === "number" && version > FORM ? version : null;
}
