import type { Alignment } from "./alignment";
import { ownStyleClass } from "./own-style";

/** What the element of a block carries on the clipboard and in the manuscript: its id, its own style, and how it stands. */
export function blockElement({
  id,
  align = null,
  style = null,
}: {
  readonly id: string | null;
  readonly align?: Alignment;
  readonly style?: string | null;
}): Record<string, string> {
  return {
    ...(id && { "data-id": id }),
    ...(style && { class: ownStyleClass(style), "data-own-style": style }),
    ...(align && { style: `text-align: ${align}` }),
  };
}
