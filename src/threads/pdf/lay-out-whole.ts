import type { DocumentIndex } from "@/core/index";
import type { Pictures } from "@/core/document";
import { layOutWith, Resources, type PageLayout } from "@/core/layout";
import { nodeResources } from "./node-resources";

/** Lays out a document with all that it needs from the folder of the fonts. */
export async function layOutWhole(
  index: DocumentIndex,
  fonts: string,
  pictures: Pictures,
): Promise<PageLayout> {
  return (await layOutWith(index, new Resources(), nodeResources(fonts, pictures)))!;
}
