import { codeOf } from "@/core/thrown";

/** Something the server cannot do, with the HTTP status that says so and a sentence for the author. */
export class ServerError extends Error {
  constructor(
    readonly status: 400 | 403 | 404 | 405 | 409 | 410 | 413 | 422 | 429 | 503 | 507,
    readonly code: string,
    message: string,
    /** Anything a caller needs to go on. */
    readonly details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.name = "ServerError";
  }
}

/**
 * Whether an error is a {@link ServerError}. Told by its name: Next.js bundles routes apart, so that the class which made
 * an error may be another copy than the one that looks at it.
 */
export function isServerError(error: unknown): error is ServerError {
  return error instanceof Error && error.name === "ServerError";
}

export const DISK_FULL = "The server's disk is full, so this was not saved.";

/** What a fault of the disk or the database means for the author; other errors as they are. */
export function explained(error: unknown): unknown {
  const code = codeOf(error);
  if (code === "SQLITE_FULL" || code === "ENOSPC" || code === "EDQUOT")
    return new ServerError(507, "disk-full", DISK_FULL);
  if (code === "SQLITE_READONLY" || code === "EACCES" || code === "EROFS" || code === "SQLITE_CANTOPEN")
    return new ServerError(503, "not-writable", "The data folder cannot be written, so this was not kept.");
  if (code === "SQLITE_BUSY" || code === "SQLITE_LOCKED" || code === "SQLITE_BUSY_SNAPSHOT")
    return new ServerError(
      503,
      "database-busy",
      "The database is in use by another program, so this was not kept yet. Your text stays on the screen.",
    );
  if (typeof code === "string" && code.startsWith("SQLITE_"))
    return new ServerError(
      503,
      "database",
      `The database did not take this (${code}). Your text stays on the screen.`,
    );
  return error;
}

export function notThere(): ServerError {
  return new ServerError(404, "no-document", "There is no such document. It may have been removed.");
}

export function noEdition(): ServerError {
  return new ServerError(404, "no-edition", "There is no such edition.");
}

/** Runs something that writes; what it throws is {@link explained}. */
export async function explaining<T>(write: () => Promise<T>): Promise<T> {
  try {
    return await write();
  } catch (error) {
    throw explained(error);
  }
}
