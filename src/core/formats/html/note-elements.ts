import { NOTE_AROUND, NOTE_BACK, NOTE_MARK, NOTE_WORDS } from "./paired-notes";
import type { Attributes, ReadingScope } from "./reading-scope";

/**
 * Starts the sign of a note, its words, or the way back from them; false for any other element. `paired`: these were marked beforehand, as can
 * be done in a whole file.
 */
export function startNote(
  { builder, open }: ReadingScope,
  name: string,
  attributes: Attributes,
  paired: boolean,
): boolean {
  const mark = attributes.get(NOTE_MARK);
  if (mark !== undefined || attributes.has(NOTE_BACK)) {
    if (mark !== undefined) builder.noteReference(mark, placeOf(attributes));
    open.push(name, "silent");
    return true;
  }
  if (attributes.has(NOTE_AROUND)) {
    open.push(name, "inline");
    return true;
  }
  if (name === "hr" && /\bfootnotes-sep\b/.test(attributes.get("class") ?? "")) return true;
  if (!paired && startUnpaired({ builder, open }, name, attributes)) return true;
  const key = attributes.get(NOTE_WORDS) ?? (paired || name === "a" ? undefined : attributes.get("id"));
  // Words without a sign that stands in the text stay in their place.
  if (!key || !builder.refersToNote(key)) return false;
  builder.openNote(key);
  open.push(name, "block", { leave: () => builder.closeNote() });
  return true;
}

/**
 * For pieces of HTML within Markdown, which are met one by one: starts a sign or a way back (DPUB-ARIA and EPUB roles, and what programs that
 * show Markdown write); false for anything else.
 */
function startUnpaired(
  { builder, open }: Pick<ReadingScope, "builder" | "open">,
  name: string,
  attributes: Attributes,
): boolean {
  const role = `${attributes.get("role") ?? ""} ${attributes.get("epub:type") ?? ""}`;
  const classes = attributes.get("class") ?? "";
  const href = attributes.get("href") ?? "";
  const isBack = /\b(?:doc-)?backlink\b/.test(role) || /\bfootnote-back(ref)?\b/.test(classes);
  const isNoteMark = /\b(?:doc-)?noteref\b/.test(role) || /\bfootnote-ref\b/.test(classes);
  if (name === "a" && href.startsWith("#") && (isBack || isNoteMark)) {
    if (isNoteMark) builder.noteReference(href.slice(1), placeOf(attributes));
    open.push(name, "silent");
    return true;
  }
  if (name !== "sup" || !isNoteMark) return false;
  open.push(name, "inline");
  return true;
}

function placeOf(attributes: Attributes): "end" | "foot" {
  return attributes.get("data-place") === "end" ? "end" : "foot";
}
