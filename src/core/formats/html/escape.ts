const ENTITIES: Record<string, string> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" };

/** Text or an attribute's value as it may stand in HTML. */
export function escapeHtml(text: string): string {
  return /[&<>"]/.test(text) ? text.replace(/[&<>"]/g, (character) => ENTITIES[character]!) : text;
}

/** ` name="value"`, or nothing for a value that is null or empty. */
export function attribute(name: string, value: string | null | undefined): string {
  return value ? ` ${name}="${escapeHtml(value)}"` : "";
}
