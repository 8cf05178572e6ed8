/**
 * What a document is: its schema, the permanent ids of its blocks, its registry of names, its links' targets; the steps
 * that change it, and how steps of several people come together. Everything else in the core is derived from this.
 */
export { schema, type BlockKind } from "./schema";
export { COLOUR } from "./mark-specs";
export { lacksWords, pictureWords } from "./picture-words";
export {
  cellElement,
  columnWidths,
  figureLook,
  MOST_IN_SHORT_TITLE,
  seriesFrom,
  shortTitleFrom,
  type Alignment,
  type Series,
} from "./attributes";
export { asId, idSchema, newId, type DestinationId } from "./ids";
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
  MOST_IN_PAGE_LINE,
  type EntryEdit,
  type ListKind,
  type ListOptions,
} from "./list-options";
export { fixedWords, fixedWordsOf, isListTitle, type FixedWords } from "./fixed-words";
export { frozenListSchema, type FrozenList } from "./frozen-list";
export { saidOf, type Action } from "./action";
export { expressionSchema, MOST_LETTERS_COMPUTED } from "./computation";
export { hintSchema, LINK_LOOKS, linkLookSchema, lookFrom, type LinkLook } from "./link-look";
export {
  addressOfFile,
  attachedFiles,
  attachedFileSchema,
  contentOf,
  MOST_FILE_BYTES,
  fileNameOf,
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
  registrySchema,
  type AnchorEntry,
  type BookmarkEntry,
  type LastPlace,
  type Registry,
} from "./registry";
export { RegistryStep, type BookmarkField, type RegistryChange } from "./steps/registry-step";
export { StyleStep, type StyleChange } from "./steps/style-step";
export { MoveBlocksStep } from "./steps/move-blocks-step";
export { MoveMap } from "./steps/move-map";
export { BlockKindStep, type TextBlockKind } from "./steps/block-kind-step";
export { MOST_PLACES, ReplaceWordsStep, type WordsPlace } from "./steps/replace-words-step";
export { placesInBlocks } from "./places-in-blocks";
export { stepFromJSON, stepToJSON, type StepJSON } from "./steps/step-json";
import "./long-fragments";
import "./steps/under-two-hands";
export { mapOver, rebase, type AcceptedStep, type OwnStep, type Rebased } from "./rebase";
export { becomeVersion } from "./become-version";
export { shifted } from "./steps/shifted";
export { changedRun, type ChangedRun } from "./changed-run";
export { contentChange, type ContentChange } from "./content-change";
export { coversAll } from "./covers-all";
export { blockById } from "./block-by-id";
export { checkDocumentFromOutside, checkFromOutside, MAX_NODE_DEPTH } from "./from-outside";
export { levelOf, sameIds, sizeOf } from "./blocks";
export { mendedIds, type MendedIds } from "./mended-ids";
export {
  leadsBack,
  RETURN_ALSO,
  returnAlsoFrom,
  RETURNS_NONE,
  returnRuleSchema,
  returnsDownTo,
  type ReturnAlso,
  type ReturnRule,
} from "./return-rule";
export {
  FACES,
  FIRST_SETUP,
  FIRST_SHEET,
  LEAST_ROOM,
  NAMED_COLOURS,
  NUMBERINGS,
  PAPERS,
  STYLE_NAMES,
  likeBody,
  pageSetupSchema,
  setupOf,
  styleSheetSchema,
  type CaptionRule,
  type Face,
  type Look,
  type Numbering,
  type PageLine,
  type PageRule,
  type PageSetup,
  type StyleName,
  type StyleSheet,
} from "./style-sheet";
export { createDocument, idOf, withId, withIds, type DocumentAttributes } from "./create";
export {
  PICTURE_TYPES,
  pictureName,
  pictureTypeOf,
  recognisePicture,
  type Picture,
  type PictureType,
  type Pictures,
} from "./pictures";
export { MOST_MEGAPIXELS, pixelsOf, tooLarge } from "./picture-size";
export { apartInHeaps, heapsIn } from "./heaped-marks";
export { countWords, lineOf, shortened } from "./text";
export { localeOf } from "./locale";
export type { Manuscript } from "./manuscript";
export { headerRows } from "./header-rows";
export { fromJSON } from "./from-json";
export { documentJSON } from "./document-json";
