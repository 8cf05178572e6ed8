/** Searches the index of an edition beside the page, so that typing never waits for it. */
import { SectionSearch } from "@/core/editions/search-sections";

const MAX_RESULTS = 30;
let loaded: Promise<SectionSearch> | null = null;

function search(address: string): Promise<SectionSearch> {
  loaded ??= fetch(address)
    .then((answer) => (answer.ok ? answer.text() : Promise.reject(new Error(String(answer.status)))))
    .then((json) => new SectionSearch(json));
  // What failed is tried again with the next search.
  loaded.catch(() => (loaded = null));
  return loaded;
}

onmessage = async ({ data }: MessageEvent<{ number: number; address: string; words: string }>) => {
  const { number, address, words } = data;
  try {
    postMessage({ number, ...(await search(address)).find(words, MAX_RESULTS) });
  } catch {
    postMessage({ number, count: 0, results: [] });
  }
};
