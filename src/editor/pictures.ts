import { answered } from "./answered";

/** Keeps a picture file on the server; answers its name there. Throws an Error with words for the author. */
export async function keepPicture(file: File): Promise<string> {
  const answer = await answered("/api/pictures", { method: "POST", body: file });
  return ((await answer.json()) as { name: string }).name;
}
