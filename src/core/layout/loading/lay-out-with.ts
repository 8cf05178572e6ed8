import type { DocumentIndex } from "@/core/index";
import { layOutPages } from "../lay-out-pages";
import type { PageLayout } from "../page-layout";
import type { Resources } from "../resources";
import { loadWanted, type ResourceSource } from "./load-wanted";

/** A font may lack a character. Other fonts are then tried, and one of them may have to shape it. */
const MAX_ROUNDS = 8;

/**
 * Lays out a document and fetches what it lacks for that, until all is there; what cannot be had keeps its stand-in.
 * @param stale Asked after each fetching; true ends it with null, since there is a later version.
 */
export async function layOutWith(
  index: DocumentIndex,
  resources: Resources,
  source: ResourceSource,
  { earlier, stale = () => false }: { earlier?: PageLayout; stale?: () => boolean } = {},
): Promise<PageLayout | null> {
  let layout = layOutPages(index, resources, earlier);
  for (let round = 0; round < MAX_ROUNDS && !layout.complete; round++) {
    await loadWanted(resources, source);
    if (stale()) return null;
    layout = layOutPages(index, resources, layout);
  }
  return layout;
}
