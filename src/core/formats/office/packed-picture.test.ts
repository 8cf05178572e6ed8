import { expect, test } from "@jest/globals";
import { SMALL_PNG } from "#tests/small-picture";
import { writtenFile } from "#tests/written-file";
import { schema, type Picture } from "@/core/document";
import { ARCHIVE_NAMES } from "../formats";
import { writeArchive } from "../write-archive";

const doc = schema.node("doc", null, [schema.node("figure", { picture: "a.svg" })]);
const svg = (content: string): Picture => ({
  type: "image/svg+xml",
  bytes: new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg" ${content}</svg>`),
});
const pictures = (format: (typeof ARCHIVE_NAMES)[number], picture: Picture, still: Uint8Array | null) => {
  const { archive, part } = writtenFile(
    writeArchive({ doc, pictures: new Map([["a.svg", picture]]) }, format, { still: () => still }),
  );
  return archive.paths
    .filter((path) => /\/[\w]*\d\.(?:svg|png)$/.test(path))
    .map((path) => [path, part(path)]);
};

test.each(ARCHIVE_NAMES)("%s files hold a drawing as it is, where it runs nothing", (format) => {
  const held = pictures(format, svg('width="9" enable-background="new"><rect/>'), SMALL_PNG);
  const [, text] = held.find(([path]) => path!.endsWith(".svg"))!;
  expect(text).toContain('width="9"');
  // Checkers of e-books know no such attribute.
  expect(text!.includes("enable-background")).toBe(format !== "epub");
});

test.each(ARCHIVE_NAMES)("%s files hold how a drawing looks, where it runs something", (format) => {
  const active = svg("><script>go()</script>");
  expect(pictures(format, active, SMALL_PNG).map(([path]) => path!.slice(-4))).toEqual([".png"]);
  expect(pictures(format, active, null)).toEqual([]);
});
