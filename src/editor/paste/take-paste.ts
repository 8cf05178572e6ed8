import { Fragment, Slice, type Node } from "prosemirror-model";
import { isKind, schema, type Picture } from "@/core/document";
import { paragraphsOf } from "@/core/formats/text/paragraphs";
import { keepPicture } from "../browser/pictures";
import type { PastedBlocks } from "@/core/formats/html/pasted";
import { readApart } from "./read-apart";

const { nodes } = schema;

/** As long as this HTML is read at once; more of it in a worker, so that the page goes on. */
const MAX_LETTERS_READ_HERE = 200_000;

/** What came of a paste, to be put in, and what has to be said about it. */
export interface Taken {
  readonly slice: Slice;
  readonly leftOut: string | null;
}

/** The HTML of a clipboard that did not come from a manuscript; null where there is none. */
export function foreignHtml(data: DataTransfer | null): string | null {
  const html = data?.getData("text/html") ?? "";
  return html.trim() === "" || html.includes("data-pm-slice") ? null : html;
}

/** The HTML of a clipboard where it came from code of a manuscript and from nothing else; null for all other. */
export function ownCode(data: DataTransfer | null): string | null {
  const html = data?.getData("text/html") ?? "";
  if (!html.includes("data-pm-slice")) return null;
  const copied = new DOMParser().parseFromString(html, "text/html").body.children;
  return copied.length === 1 && copied[0]!.tagName === "PRE" ? html : null;
}

/**
 * Reads what was pasted from elsewhere so that it takes on the document's styles, and keeps its pictures on the server. Throws
 * an Error with words for the author.
 */
export async function takeForeign(html: string, signal: AbortSignal): Promise<Taken> {
  const pasted =
    html.length <= MAX_LETTERS_READ_HERE
      ? (await import("@/core/formats/html/pasted")).readPasted(html)
      : await readApart(html, signal);
  const lost = await keepAll(pasted);
  const parts = [
    ...pasted.dropped.map(({ what, count }) => `${count} × ${what}`),
    ...(lost > 0 ? [`${lost} × picture that could not be kept`] : []),
  ];
  return {
    slice: openSlice(pasted.blocks),
    leftOut: parts.length > 0 ? `Left out of what was pasted: ${parts.join(", ")}.` : null,
  };
}

/** Keeps the pictures; answers how many could not be. */
async function keepAll({ pictures }: PastedBlocks): Promise<number> {
  const kept = await Promise.allSettled(
    [...pictures].map(([name, picture]) => keepPicture(fileOf(name, picture))),
  );
  return kept.filter((it) => it.status === "rejected").length;
}

function fileOf(name: string, { type, bytes }: Picture): File {
  return new File([new Uint8Array(bytes)], name, { type });
}

/** Plain text as paragraphs, lines joined where they were wrapped; one paragraph comes in as words. */
export function plainSlice(text: string): Slice {
  const { paragraphs } = paragraphsOf(text.split(/\r\n|\r|\n|\u2028|\u2029/));
  const blocks = paragraphs.map((lines) =>
    nodes.paragraph.create(
      null,
      lines.flatMap((line, i) => [
        ...(i > 0 ? [nodes.hard_break.create()] : []),
        ...(line ? [schema.text(line)] : []),
      ]),
    ),
  );
  return openSlice(blocks);
}

/** Blocks as a slice whose first and last paragraph go on from, and into, what is there. */
export function openSlice(blocks: readonly Node[]): Slice {
  const open = (block: Node | undefined) => (isKind(block, "paragraph") ? 1 : 0);
  return new Slice(Fragment.fromArray([...blocks]), open(blocks[0]), open(blocks.at(-1)));
}
