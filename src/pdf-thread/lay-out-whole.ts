import type { DocumentIndex } from "@/core/destinations";
import type { Pictures } from "@/core/document";
import { layOutPages, loadWanted, Resources, type PageLayout } from "@/core/pages";
import { nodeResources } from "./node-resources";

/** Lays out a document with all that it needs from the folder of the fonts. */
export async function layOutWhole(
  index: DocumentIndex,
  fonts: string,
  pictures: Pictures,
): Promise<PageLayout> {
  const resources = new Resources();
  const source = nodeResources(fonts, pictures);
  let layout = layOutPages(index, resources);
  // A font may lack a sign that another is asked for then.
  for (let round = 0; round < 8 && !layout.complete; round++) {
    await loadWanted(resources, source);
    layout = layOutPages(index, resources, layout);
  }
  return layout;
}
