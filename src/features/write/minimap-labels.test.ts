import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { createDocument, schema } from "@/core/document";
import { indexDocument } from "@/core/index";
import { readFile } from "@/core/formats";
import { LABEL_HEIGHT, minimapLabels } from "./minimap-labels";

test("no two labels of the rope overlap, and a higher rank is never left out for a lower one at its place", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 300 }),
      fc.integer({ min: 50, max: 900 }),
      (levels, height) => {
        const doc = createDocument(
          levels.map((level, i) => schema.nodes.heading.create({ level }, schema.text(`Title ${i}`))),
        );
        const { headings } = indexDocument(doc);
        const y = (pos: number) => (pos / doc.content.size) * height;
        const labels = minimapLabels(headings, [], y);
        for (let i = 1; i < labels.length; i++)
          expect(labels[i]!.y - labels[i - 1]!.y).toBeGreaterThanOrEqual(LABEL_HEIGHT);
        const first = Math.min(...levels);
        expect(labels.some(({ place }) => place.kind === "heading" && place.level === first)).toBe(true);
      },
    ),
  );
});

test.each(["# Lands\n\n", "# Lands\n\nOn the cover.\n\n# Lands\n\n"])(
  "chapters come before bookmarks, where a title stands above all of them too: %j",
  (title) => {
    const chapters = ["Moors", "Fens", "Heaths"].map((name) => `## ${name}\n\n<a id="i${name}"></a>text\n`);
    const result = readFile("a.md", new TextEncoder().encode(`${title}${chapters.join("\n")}`));
    if (!result.ok) throw new Error(result.error.reason);
    const index = indexDocument(result.manuscript.doc);
    // Each heading has room for one label, which is its own or that of the bookmark below it.
    const room = (pos: number) =>
      index.headings.filter((heading) => heading.pos <= pos).length * LABEL_HEIGHT;
    const labels = minimapLabels(index.headings, index.bookmarks, room);
    expect(labels.map(({ place }) => place.kind)).not.toContain("bookmark");
    expect(labels.map(({ place }) => place.name)).toEqual(
      expect.arrayContaining(["Moors", "Fens", "Heaths"]),
    );
  },
);
