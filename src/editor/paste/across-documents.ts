import { DOMSerializer, Fragment, Slice, type DOMOutputSpec, type Mark, type Node } from "prosemirror-model";
import type { Transaction } from "prosemirror-state";
import { z } from "zod";
import { summarise } from "@/core/index";
import {
  asId,
  asMark,
  bookmarkEntry,
  bookmarksOn,
  type DestinationId,
  fromJSON,
  idOf,
  idsWithin,
  knownId,
  type LinkTarget,
  markAmong,
  type Registry,
  schema,
  settingsOf,
  shortened,
} from "@/core/document";
import { RegistryStep } from "@/core/steps";
import { freeNames } from "../commands/bookmarks";
import { ownEntry } from "@/core/own-entry";
import { isElementSpec } from "../browser/element-spec";

/*
 * What is copied tells the names of its bookmarks and the document it is from. In another document the bookmarks then stand under their
 * names, and links lead back to the places they led to.
 */

const MAX_LETTERS = 1_000;
const { marks } = schema;

/** What comes along with what was copied in another document. */
export interface Brought {
  /** The document it is from. */
  readonly document: DestinationId;
  /** The names of the bookmarks on its words and points, by id. */
  readonly names: ReadonlyMap<string, string>;
  /** The bookmarks on whole blocks of it. */
  readonly onBlocks: readonly OnBlock[];
}

const onBlockSchema = z.object({
  block: z.string().transform((id) => knownId(id)),
  id: z.string().regex(/^[\w-]{1,64}$/),
  name: z.string().max(MAX_LETTERS),
});

type OnBlock = z.infer<typeof onBlockSchema>;

/** Writes what is copied in a document for the clipboard. */
export function copyingFrom(document: string, registry: () => Registry): DOMSerializer {
  const of = DOMSerializer.fromSchema(schema);
  const from = { "data-from": document };
  const named = (spec: DOMOutputSpec, id: string) => {
    const entry = ownEntry(registry().bookmarks, id);
    return entry && !entry.removed
      ? withAttributes(spec, { ...from, "data-name": called(entry.name) })
      : spec;
  };
  const nodes = Object.entries(of.nodes).map(([type, write]) => {
    if (type === "bookmark_point") return [type, (node: Node) => named(write(node), idOf(node)!)] as const;
    return [
      type,
      (node: Node) => {
        const own = onBlock(node, registry());
        const more = { ...from, "data-bookmarked": JSON.stringify(own) };
        return own.length > 0 ? withAttributes(write(node), more) : write(node);
      },
    ] as const;
  });
  return new DOMSerializer(Object.fromEntries(nodes), {
    ...of.marks,
    bookmark: (mark: Mark, inline: boolean) =>
      named(of.marks.bookmark!(mark, inline), asMark(mark, "bookmark")!.id),
    link: (mark: Mark, inline: boolean) => withAttributes(of.marks.link!(mark, inline), from),
  });
}

function onBlock(node: Node, registry: Registry): OnBlock[] {
  const block = node.isBlock ? idOf(node) : null;
  if (!block) return [];
  return bookmarksOn(node, registry).map((id) => ({ block, id, name: called(registry.bookmarks[id]!.name) }));
}

function called(name: string): string {
  return shortened(name, MAX_LETTERS - 1);
}

function withAttributes(spec: DOMOutputSpec, more: Record<string, string>): DOMOutputSpec {
  if (!isElementSpec(spec)) return spec;
  const [tag, second, ...rest] = spec;
  const hasOwn = typeof second === "object" && second !== null && !Array.isArray(second);
  return hasOwn ? [tag, { ...second, ...more }, ...rest] : [tag, more, second, ...rest];
}

/** Reads what the clipboard's HTML brings along from another document than the one named; null where it is from that, or tells nothing. */
export function broughtAlong(html: string, into: string): Brought | null {
  if (!html.includes("data-from")) return null;
  const page = new DOMParser().parseFromString(html, "text/html");
  const document = asId(page.querySelector("[data-from]")?.getAttribute("data-from"));
  if (!document || document === into) return null;
  const names = new Map<string, string>();
  for (const element of page.querySelectorAll("[data-name]")) {
    const id = asId(element.getAttribute("data-bookmark") ?? element.getAttribute("data-point"));
    if (id) names.set(id, called(element.getAttribute("data-name")!));
  }
  const onBlocks = [...page.querySelectorAll("[data-bookmarked]")].flatMap(
    (element) => fromJSON(z.array(onBlockSchema), element.getAttribute("data-bookmarked")) ?? [],
  );
  return { document, names, onBlocks };
}

/** Links that led to places of the document that something is from lead there from elsewhere now, unless their place came along. */
export function leadBack(slice: Slice, doc: Node, { document }: Brought): Slice {
  const here = new Set([...idsWithin(slice.content), ...idsWithin(doc)]);
  const led = (target: LinkTarget): LinkTarget => {
    if (target.kind === "top") return { kind: "document", document };
    if (target.kind === "words") {
      const { exact, before, after } = target;
      return { kind: "document", document, words: { exact, before, after } };
    }
    return target.kind === "destination" && !here.has(target.id)
      ? { kind: "document", document, id: target.id }
      : target;
  };
  const within = (content: Fragment): Fragment =>
    Fragment.fromArray(
      content.content.map((node) => {
        const link = markAmong(node.marks, "link");
        const target = link && led(link.target);
        const own =
          target && target !== link.target
            ? node.mark(marks.link.create({ ...link, target }).addToSet(node.marks))
            : node;
        return own.isText ? own : own.copy(within(own.content));
      }),
    );
  return new Slice(within(slice.content), slice.openStart, slice.openEnd);
}

/**
 * Puts what came from another document in order once it stands here: names its bookmarks, and leads links back to that document whose
 * place was joined to a block of this one and has no name here.
 */
export function settleBrought(tr: Transaction, slice: Slice, brought: Brought): Transaction {
  nameBrought(tr, brought);
  const standing = idsWithin(tr.doc);
  const joined = [...idsWithin(slice.content)].filter((id) => !standing.has(id));
  if (joined.length === 0) return tr;
  const { document } = brought;
  tr.doc.descendants((node, pos) => {
    const link = markAmong(node.marks, "link");
    if (link?.target.kind !== "destination" || !joined.includes(link.target.id)) return;
    const target = { kind: "document" as const, document, id: link.target.id };
    tr.addMark(pos, pos + node.nodeSize, marks.link.create({ ...link, target }));
  });
  return tr;
}

/** Gives the bookmarks that came along their names here, each with a number where its name is taken. */
function nameBrought(tr: Transaction, { names, onBlocks }: Brought): Transaction {
  const known = () => settingsOf(tr.doc).registry.bookmarks;
  const free = freeNames(known());
  const standing = new Set<string>();
  const kinds = new Map<string, "range" | "point">();
  tr.doc.forEach((block) => {
    standing.add(idOf(block)!);
    for (const { id, from, to } of summarise(block).bookmarks) kinds.set(id, to > from ? "range" : "point");
  });
  const add = (id: string, entry: ReturnType<typeof bookmarkEntry>) => {
    if (!ownEntry(known(), id)) tr.step(new RegistryStep({ part: "bookmarks", id: knownId(id), entry }));
  };
  for (const [id, name] of names) {
    const kind = kinds.get(id);
    if (kind) add(id, bookmarkEntry(kind, free(name)));
  }
  for (const { id, name, block } of onBlocks)
    if (standing.has(block)) add(id, bookmarkEntry("block", free(name), block));
  return tr;
}
