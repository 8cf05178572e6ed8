import type { NoticeKind } from "@/core/document";
import { colourOnPaper } from "@/core/styles/colour-on-paper";

/** The colour of the line at the edge of each kind of notice. */
export const NOTICE_EDGES: Readonly<Record<NoticeKind, string>> = {
  note: colourOnPaper("tide"),
  tip: colourOnPaper("tide"),
  caution: colourOnPaper("hemp"),
  warning: colourOnPaper("hemp"),
  danger: "#b8341f",
};
