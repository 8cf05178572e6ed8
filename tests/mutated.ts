import { unzipSync, zipSync } from "fflate";

/** Bytes of a file with some of them doubled, taken out, moved or changed, as a damaged disk or a bad program leaves them. */
export function mutated(bytes: Uint8Array, next: () => number): Uint8Array {
  const at = (length: number) => Math.floor(next() * length);
  const pieces = [...bytes];
  for (let i = 0; i < 1 + at(4); i++) {
    const [from, to] = [at(pieces.length), at(pieces.length)];
    const size = 1 + at(next() < 0.5 ? 8 : 400);
    const kind = next();
    if (kind < 0.3) pieces.splice(from, size);
    else if (kind < 0.6) pieces.splice(to, 0, ...pieces.slice(from, from + size));
    else if (kind < 0.8) pieces.splice(to, 0, ...pieces.splice(from, size));
    else for (let j = 0; j < Math.min(size, 20); j++) pieces[at(pieces.length)] = at(256);
  }
  return Uint8Array.from(pieces);
}

/** An archive one part of whose XML is mutated; now and then its own bytes. */
export function mutatedArchive(archive: Uint8Array, next: () => number): Uint8Array {
  if (next() < 0.15) return mutated(archive, next);
  const entries = unzipSync(archive);
  const names = Object.keys(entries).filter((name) => /\.(?:xml|rels|xhtml|opf)$/.test(name));
  const name = names[Math.floor(next() * names.length)]!;
  return zipSync({
    ...entries,
    [name]: next() < 0.5 ? mutatedMarkup(entries[name]!, next) : mutated(entries[name]!, next),
  });
}

/** Markup whose tags are doubled, taken out or swapped, so that it may still be well-formed. */
function mutatedMarkup(bytes: Uint8Array, next: () => number): Uint8Array {
  const text = new TextDecoder().decode(bytes);
  const elements = [...text.matchAll(/<([\w:]+)(?:\s[^<>]*)?(?:\/>|>[^<]*<\/\1>)/g)];
  if (elements.length < 2) return bytes;
  const pick = () => elements[Math.floor(next() * elements.length)]!;
  const [one, other] = [pick(), pick()];
  const kind = next();
  const replaced = kind < 0.3 ? "" : kind < 0.6 ? one[0] + other[0] : other[0];
  return new TextEncoder().encode(
    text.slice(0, one.index) + replaced + text.slice(one.index + one[0].length),
  );
}
