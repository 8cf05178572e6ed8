import type { Node } from "prosemirror-model";
import { asKind } from "@/core/kinds";

/** What stands for a picture where it cannot be seen; empty for one that only decorates or is not described. */
export function pictureWords(figure: Node): string {
  const { decorative, alt } = asKind(figure, "figure")!;
  return decorative ? "" : alt.trim();
}

/** Whether a picture tells those who cannot see it nothing although it should. */
export function lacksWords(figure: Node): boolean {
  const { picture, decorative } = asKind(figure, "figure")!;
  return picture !== "" && !decorative && pictureWords(figure) === "";
}
