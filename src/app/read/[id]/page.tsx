import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { connection } from "next/server";
import { attachedFiles, settingsOf, documentTitle, UNTITLED } from "@/core/document";
import { documentHtml, HtmlOutput, OnScreen, withMarkedPlaces } from "@/core/formats/html";
import { documentRules } from "@/core/styles";
import { contentsEntries, entryWords, saysItsTitle } from "@/core/wayfinding";
import { Reading } from "@/features/reading/reading";
import { pagesAskedFor } from "@/threads/pdf";
import { authority, LOCAL_AUTHOR, isServerError, pageFonts } from "@/server";
import "../../text-styles/index.css";

interface Props {
  params: Promise<{ id: string }>;
}

async function indexOf(id: string) {
  try {
    return (await (await authority()).read(LOCAL_AUTHOR, id)).index;
  } catch (error) {
    if (isServerError(error) && error.status === 404) notFound();
    throw error;
  }
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: documentTitle((await indexOf((await params).id)).doc) || UNTITLED };
}

export default async function ReadPage({ params }: Props) {
  await connection();
  const { id } = await params;
  const index = await indexOf(id);
  const library = await (await authority()).libraryFor(LOCAL_AUTHOR, index);
  const output = new HtmlOutput(
    withMarkedPlaces(index.doc),
    new OnScreen(id, library),
    (name) => `/api/pictures/${name}`,
    await pagesAskedFor(index, pageFonts(), async () => {
      const { pictures } = await (await authority()).manuscript(LOCAL_AUTHOR, id);
      return pictures;
    }),
  );
  return (
    <Reading
      id={id}
      title={documentTitle(index.doc) || UNTITLED}
      language={settingsOf(index.doc).language}
      looks={documentRules(settingsOf(index.doc), ".reading")}
      titled={saysItsTitle(index)}
      direction={output.direction}
      html={documentHtml(output)}
      files={attachedFiles(index.registry).map((file) => ({ id: file.id, name: file.name, size: file.size }))}
      contents={contentsEntries(index, { from: 1, to: 3 }).map((entry) => ({
        anchor: index.anchors.of(entry.id)!,
        text: entryWords(entry),
        depth: entry.depth,
      }))}
    />
  );
}
