import { readFileSync } from "node:fs";
import path from "node:path";
import type { EmbeddedFont } from "@/core/formats";
import type { BookFont } from "@/core/formats/office/office-options";

const LATIN =
  "U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD";

const FONTS = [
  {
    family: "Literata",
    style: "normal",
    file: "@fontsource-variable/literata/files/literata-latin-wght-normal.woff2",
  },
  {
    family: "Literata",
    style: "italic",
    file: "@fontsource-variable/literata/files/literata-latin-wght-italic.woff2",
  },
  {
    family: "Figtree",
    style: "normal",
    file: "@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2",
  },
  {
    family: "Figtree",
    style: "italic",
    file: "@fontsource-variable/figtree/files/figtree-latin-wght-italic.woff2",
  },
  {
    family: "JetBrains Mono",
    style: "normal",
    file: "@fontsource-variable/jetbrains-mono/files/jetbrains-mono-latin-wght-normal.woff2",
  },
] as const;

/** The same as an e-book carries them. */
export function bookFonts(root: string): BookFont[] {
  return exportFonts(root).map(({ data, ...font }) => ({
    ...font,
    bytes: new Uint8Array(Buffer.from(data, "base64")),
  }));
}

let loaded: readonly EmbeddedFont[] | null = null;

/** The fonts that exported pages carry, from the packages installed under `root`. Read once. */
export function exportFonts(root: string): readonly EmbeddedFont[] {
  loaded ??= FONTS.map(({ family, style, file }) => ({
    family,
    style,
    unicodeRange: LATIN,
    data: readFileSync(path.join(root, "node_modules", file)).toString("base64"),
  }));
  return loaded;
}
