/**
 * The values a document is made of beside its text: ids, names, targets of links, rules, the style sheet; each with the schema that
 * checks it and the operations on it. Nothing here knows of nodes.
 */
export { asId, knownId, idSchema, newId, type DestinationId } from "./ids";
export { decodeSafely, isSafeAddress, schemeOf, whyNoScheme } from "./address";
export {
  addressOf,
  isAddress,
  linkTargetSchema,
  documentTargetSchema,
  quotationSchema,
  targetFromAddress,
  type AddressTarget,
  type DocumentTarget,
  type FileTarget,
  type LinkTarget,
  type Quotation,
  type WordsTarget,
} from "./target";
export {
  FIRST_LIST,
  LIST_KINDS,
  listOptionsFrom,
  listOptionsSchema,
  MAX_ENTRIES_IN_PAGE_LINE,
  type EntryEdit,
  type ListKind,
  type ListOptions,
} from "./list-options";
export {
  FIRST_COUNT,
  listCountSchema,
  listMarker,
  MAX_AFFIX_LETTERS,
  MAX_START,
  NUMERALS,
  type ListCount,
  type Numerals,
} from "./list-count";
export { FIRST_LANGUAGE, languageFrom, languageSchema, OFFERED_LANGUAGES } from "./language";
export { indexEntryFrom, indexEntrySchema, MAX_INDEX_ENTRY_LETTERS, type IndexEntry } from "./index-entry";
export { frozenListSchema, type FrozenList } from "./frozen-list";
export { describeAction, type Action } from "./action";
export { expressionSchema, MAX_EXPRESSION_LETTERS } from "./computation";
export { schemesSchema } from "./allowed-schemes";
export { hintSchema, LINK_LOOKS, linkLookSchema, lookFrom, type LinkLook } from "./link-look";
export { fileNameOf } from "./file-name";
export {
  addressOfFile,
  attachedFiles,
  attachedFileSchema,
  contentOf,
  MAX_FILE_BYTES,
  type AttachedFile,
  type AttachedFiles,
} from "./attached-file";
export {
  partsOfForm,
  REFERENCE_FIELDS,
  referenceFormSchema,
  referenceSchema,
  whyNoForm,
  type Reference,
  type ReferenceField,
} from "./reference";
export {
  EMPTY_REGISTRY,
  anchorSchema,
  bookmarkEntry,
  bookmarksOnBlocks,
  registrySchema,
  type AnchorEntry,
  type BookmarkEntry,
  type LastPlace,
  type Registry,
} from "./registry";
export {
  FIRST_PROMISES,
  keptFrom,
  promisesText,
  leadsBack,
  PROMISED,
  promisesSchema,
  RETURN_ALSO,
  returnAlsoFrom,
  RETURNS_NONE,
  returnRuleSchema,
  returnsDownTo,
  type Promises,
  type ReturnAlso,
  type ReturnRule,
} from "./return-rule";
export {
  FACES,
  NAMED_COLOURS,
  NUMBERINGS,
  likeBody,
  type Face,
  type BlockLook,
  type Numbering,
} from "./look";
export {
  columnWidth,
  FIRST_SETUP,
  hasRoom,
  MIN_ROOM_POINTS,
  MAX_COLUMNS,
  pageLineParts,
  PAPERS,
  pageSetupSchema,
  pageSectionSchema,
  pageSectionFrom,
  PLAIN_SECTION,
  textHeight,
  writtenPageSection,
  type Columns,
  type LinePair,
  type PageLine,
  type PageLines,
  type PageNumbering,
  type PageRule,
  type PageSection,
  type PageSetup,
  type Paper,
} from "./page-setup";
export {
  FIRST_SHEET,
  STYLE_NAMES,
  setupOf,
  styleSheetSchema,
  type CaptionRule,
  type StyleName,
  type StyleSheet,
  ownLook,
  ownStyleOf,
  ownStylesOf,
} from "./style-sheet";
export {
  MAX_STYLE_NAME_LETTERS,
  MAX_OWN_STYLES,
  OWN_STYLES_ARE_OF,
  ownLookSchema,
  ownStyleNamed,
  ownStyleSchema,
  ownStylesWith,
  styleNameOf,
  type OwnLook,
  type OwnStyle,
  type OwnStyleOf,
  type OwnStyles,
} from "./own-style";
export {
  PICTURE_TYPES,
  pictureName,
  pictureTypeOf,
  recognisePicture,
  type Picture,
  type PictureType,
  type Pictures,
} from "./pictures";
export { MAX_MEGAPIXELS, pixelsOf, tooLarge, type PictureSize } from "./picture-size";
export { apartInHeaps, heapsIn } from "./heaped-marks";
export { localeOf } from "./locale";
export { fromJSON } from "./from-json";
export { NOTICE_KINDS, noticeKindOf, noticeKindSchema, type NoticeKind } from "./notice";
