/**
 * Looks: a document's style sheet as rules for a screen or a page, what a block has by hand beside its style, and the sheets
 * that come with Gate Rope.
 */
export { bolder, styleRules } from "./style-rules";
export { handFormatting, looksLike, styleAt, type HandFormatting } from "./hand-formatting";
export { usesOfStyle, type StyleUse } from "./style-uses";
export { READY_SHEETS } from "./ready-sheets";
export { FACE_NAMES, STYLE_TITLES } from "./titles";
export { documentRules } from "./document-rules";
export { listRules } from "./list-rules";
export { pictureRules } from "./picture-rules";
export { noticeRules } from "./notice-rules";
