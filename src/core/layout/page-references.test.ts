import { expect, test } from "@jest/globals";
import type { Node } from "prosemirror-model";
import { linesOf } from "#tests/drawn-words";
import { heading, paragraph } from "#tests/editing";
import { laidOut } from "#tests/page-fonts";
import { createDocument, newId, schema, type DestinationId } from "@/core/document";
import { drawPage, type PageLayout } from ".";

const { nodes } = schema;
const FILLER = "The night was clear and the dome stood open until the frost came. ".repeat(30);

function reference(id: DestinationId, form: string): Node {
  return nodes.cross_reference.create({ target: { kind: "destination", id }, form });
}

const seen = (layout: PageLayout) => layout.pages.map((_, page) => linesOf(layout, page).join(" "));

/** Twelve sections, which all tell where the others are; `more` paragraphs stand before the first. */
function sections(more: number): { doc: Node; ids: DestinationId[] } {
  const ids = Array.from({ length: 12 }, (_, i) => `place${i}x` as DestinationId);
  const blocks = ids.flatMap((id, i) => [
    nodes.heading.create({ id, level: 1 }, schema.text(`Section ${i}`)),
    nodes.paragraph.create({ id: `words-${i}` }, [
      ...ids.flatMap((other) => [
        schema.text(`To ${other}: `),
        reference(other, "[{page}|{where}]"),
        schema.text(". "),
      ]),
      schema.text(FILLER),
    ]),
  ]);
  const before = Array.from({ length: more }, (_, i) =>
    nodes.paragraph.create({ id: `before-${i}` }, schema.text(FILLER)),
  );
  return { doc: createDocument([heading(1, "All"), ...before, ...blocks]), ids };
}

function agrees(layout: PageLayout, ids: readonly DestinationId[]): void {
  // Where lines and pieces of them end, spaces may be left out.
  const text = seen(layout).join("").replace(/\s+/g, "");
  for (const id of ids) {
    const own = layout.placeOf(id)!.page;
    const label = layout.labelOf(id)!;
    const said = [...text.matchAll(new RegExp(`To${id}:\\[page(\\d+)\\|([^\\]]+)\\]`, "g"))];
    expect(said).toHaveLength(ids.length);
    expect(new Set(said.map((match) => match[1]))).toEqual(new Set([label]));
    for (const [at, other] of ids.entries()) {
      const here = layout.pageAt(layout.index.destination(other)!.end + 2);
      if (own !== here) expect(said[at]![2]).toBe(`onpage${label}`);
    }
  }
}

test("cross-references say the pages that they are laid out with, and go on saying so when text comes before", async () => {
  const first = sections(0);
  const layout = await laidOut(first.doc);
  expect(layout.pages.length).toBeGreaterThan(5);
  agrees(layout, first.ids);
  const later = sections(7);
  const after = await laidOut(later.doc, { earlier: layout });
  agrees(after, later.ids);
  expect(seen(after)).toEqual(seen(await laidOut(later.doc)));
});

test("the words of a cross-reference lead where it does, and wherever they stand", async () => {
  const id = newId();
  const target = { kind: "destination" as const, id };
  const doc = createDocument([
    nodes.heading.create({ id, level: 1 }, schema.text("The dome")),
    nodes.bullet_list.create({ id: newId() }, [
      nodes.list_item.create(null, [
        nodes.paragraph.create(null, [schema.text("see "), reference(id, "{title}")]),
      ]),
    ]),
    nodes.paragraph.create({ id: newId() }, [
      nodes.cross_reference.create({ target, form: "{title}", linked: false }),
    ]),
    paragraph("end"),
  ]);
  const { links } = drawPage(await laidOut(doc), 0);
  expect(links.map((link) => [link.words, link.target])).toEqual([["The dome", target]]);
});
