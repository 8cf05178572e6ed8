import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { createDocument, schema } from "@/core/document";
import { indexDocument } from "@/core/destinations";
import { ropeLabels } from "./rope-labels";

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
        const labels = ropeLabels(headings, [], y);
        for (let i = 1; i < labels.length; i++)
          expect(labels[i]!.y - labels[i - 1]!.y).toBeGreaterThanOrEqual(17);
        const first = Math.min(...levels);
        expect(labels.some(({ place }) => place.kind === "heading" && place.level === first)).toBe(true);
      },
    ),
  );
});
