/** Searches the index of an edition beside the page, so that typing never waits for it. */
import MiniSearch from "minisearch";
import { ASKED, SEARCH } from "@/core/editions/search-options";

let loaded: Promise<MiniSearch> | null = null;

function index(address: string): Promise<MiniSearch> {
  loaded ??= fetch(address)
    .then((answer) => (answer.ok ? answer.text() : Promise.reject(new Error(String(answer.status)))))
    .then((json) => MiniSearch.loadJSON(json, SEARCH as never));
  // What failed is tried again with the next search.
  loaded.catch(() => (loaded = null));
  return loaded;
}

onmessage = async ({ data }: MessageEvent<{ number: number; address: string; words: string }>) => {
  const { number, address, words } = data;
  try {
    const found = (await index(address)).search(words, ASKED);
    const results = found.slice(0, MAX_RESULTS).map(({ title, href, terms }) => ({ title, href, terms }));
    postMessage({ number, count: found.length, results });
  } catch {
    postMessage({ number, count: null, results: [] });
  }
};

const MAX_RESULTS = 30;
