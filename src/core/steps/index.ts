/**
 * What changes a document: the steps of its own kinds, how steps are mapped and rebased over those of others, and how one version is
 * turned into another.
 */
export { MoveMap } from "@/prosemirror";
export { replaceWith } from "./replace-with";
export { BlockKindStep, type TextBlockKind } from "./block-kind-step";
export { changedRun, type ChangedRun } from "./changed-run";
export { contentChange, type ContentChange } from "./content-change";
export { allIds, mendedIds, type MendedIds } from "./mended-ids";
export { MoveBlocksStep } from "./move-blocks-step";
export { mapOver, rebase, type AcceptedStep, type OwnStep, type Rebased } from "./rebase";
export { RegistryStep, type BookmarkField, type RegistryChange } from "./registry-step";
export { MAX_PLACES, ReplaceWordsStep, type WordsPlace } from "./replace-words-step";
export { shifted } from "./shifted";
export { stepFromJSON, stepToJSON, type StepJSON } from "./step-json";
export { StyleStep, type StyleChange } from "./style-step";
