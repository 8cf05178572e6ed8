/** Proof: every link followed and the structure read, as findings that say where they are. */
export { FINDING_NAMES, characterFindings, type Finding, type FindingPlace } from "./finding";
export { readProof } from "./read-proof";
