import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { connection } from "next/server";
import { Suspense, type ReactNode } from "react";
import { preload } from "react-dom";
import { newId } from "@/core/document";
import { DroppedFiles } from "@/features/dropped/dropped-files";
import { DocumentFrame, PlainOpening } from "@/features/frame/document-frame";
import { authority, LOCAL_AUTHOR, isServerError } from "@/server";
import { FirstWords } from "./first-words";
import "../../text-styles/index.css";

interface Props {
  children: ReactNode;
  params: Promise<{ id: string }>;
}

async function titleOf(id: string): Promise<string> {
  try {
    return (await (await authority()).title(LOCAL_AUTHOR, id)).slice(0, 200) || "Untitled";
  } catch (error) {
    if (isServerError(error) && error.status === 404) notFound();
    throw error;
  }
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const title = await titleOf((await params).id);
  return { title: { default: title, template: `%s – ${title} – Gate Rope` } };
}

export default async function DocumentLayout({ children, params }: Props) {
  await connection();
  const { id } = await params;
  await titleOf(id);
  // The text is on its way while the program still is, and the server puts it together meanwhile.
  const version = await (await authority()).snapshotVersion(LOCAL_AUTHOR, id);
  for (const part of ["snapshot", `steps?after=${version}`])
    preload(`/api/documents/${id}/${part}`, { as: "fetch", crossOrigin: "anonymous" });
  return (
    <>
      <DroppedFiles />
      <DocumentFrame
        key={id}
        id={id}
        opening={{
          words: (
            <Suspense fallback={<PlainOpening />}>
              <FirstWords id={id} />
            </Suspense>
          ),
          number: newId(),
        }}
      >
        {children}
      </DocumentFrame>
    </>
  );
}
