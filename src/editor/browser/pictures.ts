import { ask } from "@/contract/ask";
import * as files from "@/contract/files";

/** Keeps a picture file on the server; answers its name there. Throws an Error with words for the author. */
export async function keepPicture(file: File, signal?: AbortSignal): Promise<string> {
  return (await ask(files.keepPicture, { body: file }, { ...(signal && { signal }) })).name;
}
