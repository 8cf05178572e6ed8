/** What a device keeps of an edition to show it without a network. */
export interface KeptList {
  /** The files by their paths, with their lengths in bytes. */
  readonly files: readonly (readonly [path: string, bytes: number])[];
  /** Where each anchor stands, as an address beside the first page. */
  readonly anchors: readonly (readonly [anchor: string, address: string])[];
}

/** The list of all files that pages need. Those that are only downloaded are not kept, nor is all of the document on one page. */
export function keptList(
  files: ReadonlyMap<string, string | Uint8Array>,
  anchors: ReadonlyMap<string, string>,
  isKept: (path: string) => boolean,
): KeptList {
  const lengths = [...files]
    .filter(([path]) => isKept(path))
    .map(
      ([path, content]) =>
        [path, typeof content === "string" ? utf8Length(content) : content.length] as const,
    );
  return { files: lengths, anchors: [...anchors] };
}

/** How many bytes a text has as UTF-8. */
function utf8Length(text: string): number {
  let bytes = text.length;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    // Each half of a sign beyond U+FFFF stands for two of its four bytes.
    if (code > 0x7f) bytes += code > 0x7ff && (code < 0xd800 || code > 0xdfff) ? 2 : 1;
  }
  return bytes;
}
