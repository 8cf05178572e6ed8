/** Why work that was done apart came to no end. */
export type ApartFault = "time" | "memory" | "ended";

const MESSAGES: Readonly<Record<ApartFault, string>> = {
  time: "It took too long.",
  memory: "It needs too much memory.",
  ended: "It ended early.",
};

/** Work that was done apart was ended: it took too long or too much memory, or what did it ended by itself. */
export class ApartFailure extends Error {
  override readonly name = "ApartFailure";

  constructor(readonly fault: ApartFault) {
    super(MESSAGES[fault]);
  }
}

/** Why work was ended, whichever bundle of the program says so; null for another error. */
export function whyApart(error: unknown): ApartFault | null {
  return error instanceof Error && error.name === "ApartFailure" ? (error as ApartFailure).fault : null;
}
