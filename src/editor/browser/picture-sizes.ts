import { ask } from "@/contract/ask";
import { sizesOfPictures } from "@/contract/files";
import type { PictureSize } from "@/core/document";

const sizeCache = new Map<string, PictureSize | null>();
/** Names that are asked for together, and those that wait for the answer. */
let asking: { readonly names: Set<string>; readonly answer: Promise<void> } | null = null;

/** A picture's size as far as it was asked for before; undefined where it was not. */
export function knownPictureSize(name: string): PictureSize | null | undefined {
  return sizeCache.get(name);
}

/** A picture's size in pixels; null for one that is not there, or whose size cannot be asked for now. */
export async function pictureSize(name: string): Promise<PictureSize | null> {
  await learnPictureSizes([name]);
  return sizeCache.get(name) ?? null;
}

/** Asks for the sizes of pictures, all of one moment together. Never throws. */
export async function learnPictureSizes(names: Iterable<string>): Promise<void> {
  const unknown = [...names].filter((name) => !sizeCache.has(name));
  if (unknown.length === 0) return;
  asking ??= begin();
  for (const name of unknown) asking.names.add(name);
  await asking.answer;
}

function begin(): NonNullable<typeof asking> {
  const names = new Set<string>();
  const answer = Promise.resolve().then(async () => {
    asking = null;
    try {
      const { sizes } = await ask(sizesOfPictures, { body: { names: [...names] } });
      for (const name of names) sizeCache.set(name, sizes[name] ?? null);
    } catch {
      // Asked again when they are needed again.
    }
  });
  return { names, answer };
}
