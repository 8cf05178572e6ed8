import { documentDirection, settingsOf, documentTitle, UNTITLED } from "@/core/document";
import { cookies } from "next/headers";
import { documentRules } from "@/core/styles";
import { firstWords } from "@/editor/first-words/first-words";
import { openingPlace, PLACES_COOKIE, readPlaces } from "@/editor/browser/opening-place";
import { PlainOpening } from "@/features/frame/document-frame";
import { Opening } from "@/features/write/opening";
import { authority, LOCAL_AUTHOR } from "@/server";

/** The text of a document around the place where its author worked last, until the editor is there. */
export async function FirstWords({ id }: { id: string }) {
  const words = await wordsOf(id).catch(() => null);
  return words?.html ? <Opening id={id} {...words} /> : <PlainOpening />;
}

/** What can be shown; why something cannot, the opening itself says. */
async function wordsOf(id: string) {
  const places = readPlaces((await cookies()).get(PLACES_COOKIE)?.value ?? "");
  const documents = await authority();
  const { index } = await documents.read(LOCAL_AUTHOR, id);
  const place = openingPlace(index.doc, places);
  // Words within a long block: where they stand on the screen is known to the browser alone.
  if (place?.block === null) return null;
  return {
    title: documentTitle(index.doc) || UNTITLED,
    language: settingsOf(index.doc).language,
    direction: documentDirection(index.doc),
    looks: documentRules(settingsOf(index.doc), ".manuscript"),
    html: firstWords(index, place?.block ?? 0, (name) => documents.pictures.sizeOf(name)),
  };
}
