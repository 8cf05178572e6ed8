/** What was thrown, as an error: what has a name and words is taken as it is, whichever thread or window it comes from. */
export function errorOf(thrown: unknown): Error {
  return isError(thrown) ? thrown : new Error(String(thrown));
}

/** What an error says, for whoever has to be told. */
export function messageOf(thrown: unknown): string {
  return errorOf(thrown).message;
}

/** What the system calls an error, such as `ENOENT`; null where it says nothing. */
export function codeOf(thrown: unknown): string | null {
  return isError(thrown) && "code" in thrown && typeof thrown.code === "string" ? thrown.code : null;
}

/** By its shape: each thread and each window has an `Error` of its own. */
function isError(thrown: unknown): thrown is Error {
  return typeof thrown === "object" && thrown !== null && "name" in thrown && "message" in thrown;
}
