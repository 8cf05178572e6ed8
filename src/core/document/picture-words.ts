import type { Node } from "prosemirror-model";

/** What stands for a picture where it cannot be seen; empty for one that only decorates or is not described. */
export function pictureWords(figure: Node): string {
  return figure.attrs.decorative ? "" : (figure.attrs.alt as string).trim();
}

/** Whether a picture tells those who cannot see it nothing although it should. */
export function lacksWords(figure: Node): boolean {
  return figure.attrs.picture !== "" && !figure.attrs.decorative && pictureWords(figure) === "";
}
