import type { Alignment } from "./alignment";

/** What the element of a block carries on the clipboard and in the manuscript: its id, and how it stands. */
export function blockElement({
  id,
  align = null,
}: {
  readonly id: string | null;
  readonly align?: Alignment;
}): Record<string, string> {
  return { ...(id && { "data-id": id }), ...(align && { style: `text-align: ${align}` }) };
}
