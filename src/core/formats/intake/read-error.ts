/** Why a file could not be read, in one sentence, and where. Nothing is created from such a file. */
export class ReadError extends Error {
  constructor(
    readonly reason: string,
    /** Line in the file, counted from 1, where there is one. */
    readonly line: number | null = null,
  ) {
    super(line === null ? reason : `${reason} (line ${line})`);
    this.name = "ReadError";
  }
}
