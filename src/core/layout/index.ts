/**
 * Pages: a document laid out on paper from its blocks, its style sheet and the metrics of fonts, kept current at the cost of what
 * changed; the number of the page of every place; and what is drawn on a page.
 */
export { layOutPages } from "./lay-out-pages";
export type { PageLayout, PagePlace } from "./page-layout";
export { PageMap, type PagePaper } from "./page-map";
export { PageLabels, type LabelRange } from "./page-labels";
export { Resources, type Hyphenate, type PictureSize, type Wanted } from "./resources";
export { FontTable, type FontTableFile } from "./fonts/font-table";
export { fontKey, type FontKey } from "./fonts/font-key";
export { NEEDS_SHAPING, type ShapedText } from "./fonts/shaped-text";
export { layOutWith } from "./loading/lay-out-with";
export type { ResourceSource } from "./loading/load-wanted";
export { drawPage } from "./drawing/draw-page";
export type {
  Box,
  DrawnItem,
  DrawnLink,
  DrawnPicture,
  DrawnShapes,
  DrawnTarget,
  DrawnWords,
  PageDrawing,
} from "./drawing/page-drawing";
export type { Tag } from "./flow";
