import { TokenizerMode } from "parse5";
import { elementNames } from "./open-elements";

/** Elements that never come in, with all they hold; those with a reason are counted in the import report. */
export const LEFT_OUT: ReadonlyMap<string, string | null> = new Map([
  ["script", "Scripts are never imported."],
  ["style", null],
  ["template", null],
  ["iframe", "Frames are never imported."],
  ["frame", "Frames are never imported."],
  ["noframes", null],
  ["noembed", null],
  ["object", "Embedded objects are never imported."],
  ["embed", "Embedded objects are never imported."],
  ["applet", "Embedded objects are never imported."],
  ["audio", "Sound is not imported."],
  ["video", "Video is not imported."],
  ["canvas", null],
  ["svg", "It does not end."],
  ["input", "Form fields are not imported."],
  ["select", "Form fields are not imported."],
  ["textarea", "Form fields are not imported."],
  ["link", null],
  ["base", null],
]);

export const VOID = elementNames(
  "area base br col embed frame hr img input link meta param source track wbr",
);
/** What may hold the title of a notice, and the parts of a table. */
export const NOTICE_TITLES = elementNames("p div span summary header strong h1 h2 h3 h4 h5 h6");
export const TABLE_PARTS = elementNames("tbody thead tfoot tr td th col colgroup");
/** Wrappers that part blocks of text but are no block themselves. */
export const WRAPPERS = elementNames(
  "address article aside body center details dialog div fieldset footer form header hgroup html legend main nav search section summary noscript",
);
/** How the tokenizer goes on after elements whose content is no markup. */
export const RAW: Record<string, (typeof TokenizerMode)[keyof typeof TokenizerMode]> = {
  script: TokenizerMode.SCRIPT_DATA,
  style: TokenizerMode.RAWTEXT,
  iframe: TokenizerMode.RAWTEXT,
  noembed: TokenizerMode.RAWTEXT,
  noframes: TokenizerMode.RAWTEXT,
  title: TokenizerMode.RCDATA,
  textarea: TokenizerMode.RCDATA,
};
