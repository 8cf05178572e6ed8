import { codeOf, messageOf } from "@/core/thrown";

/** Why a backup, a restore or a check cannot be done, in one line. */
export class UpkeepError extends Error {
  /** The error as one of these, with the file it is about. */
  static of(file: string, error: unknown): UpkeepError {
    if (error instanceof UpkeepError) return error;
    const code = codeOf(error);
    const known: Record<string, string> = {
      ENOENT: "There is no such file or folder.",
      EACCES: "Permission denied.",
      ENOSPC: "The disk is full.",
      EISDIR: "This is a folder, not a file.",
    };
    return new UpkeepError(`${file}: ${(code && known[code]) ?? messageOf(error)}`);
  }
}
