/**
 * How a browser and the authority exchange the steps of a document: their messages, and what a client does with its own
 * steps until they are accepted.
 */
export * from "./messages";
export * from "./file-job";
export { IDS_TO_GIVE, OtherLine, FROM_OTHERS, OwnSteps, type Taken } from "./own-steps";
