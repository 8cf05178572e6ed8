/** A range of a text, and what is to stand there. */
export interface Edit {
  readonly at: number;
  readonly end: number;
  readonly text: string;
}

/** A text with all its edits, each done once. */
export function edited(text: string, edits: readonly Edit[]): string {
  if (edits.length === 0) return text;
  const parts: string[] = [];
  const done = new Set<string>();
  let at = 0;
  for (const edit of [...edits].sort((a, b) => a.at - b.at || a.end - b.end)) {
    const key = `${edit.at} ${edit.text}`;
    if (edit.at < at || done.has(key)) continue;
    done.add(key);
    parts.push(text.slice(at, edit.at), edit.text);
    at = edit.end;
  }
  return parts.join("") + text.slice(at);
}
