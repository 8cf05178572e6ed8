import { clsx } from "clsx";
import { DOMSerializer, type DOMOutputSpec, type Node } from "prosemirror-model";
import { noteNumber, type DocumentIndex } from "@/core/index";
import {
  asKind,
  blockDirection,
  documentDirection,
  idOf,
  isKind,
  lacksWords,
  schema,
  texOf,
  type PictureSize,
} from "@/core/document";
import { drawEquation } from "@/core/equations";
import { referenceWords } from "@/core/links";
import { cardOf, listEntries, optionsOf, returnLinks } from "@/core/wayfinding";
import { labelled, labelStyle, returnLine } from "../view/document-decorations";
import { contentsLook, contentsParts, drawnIndexLines } from "../node-views/contents-list-parts";
import { figureShape, pictureIn } from "../node-views/figure-view";
import { pictureClass, pictureInLine } from "../node-views/picture-view";
import { htmlOf, writtenDocument, writtenMarkup } from "./written-document";
import { type ElementSpec, isElementSpec } from "../browser/element-spec";

/** How many blocks are written before the one that is shown first, and from it on. */
const BEFORE = 12;
const BLOCKS = 40;
/** … but no more once there are so many signs of HTML: they fill more than a window. */
const ENOUGH = 60_000;
/** A block longer than this, in positions or in signs of HTML, is left to the editor. */
const LONG = 200_000;

/**
 * The manuscript around the block that is shown first, as HTML: what its author sees until the editor is there, drawn by the
 * same rules. That block is marked with `data-first`, unless it is the very first. Empty where a block is too long for that.
 */
export function firstWords(
  index: DocumentIndex,
  first: number,
  sizeOf: (picture: string) => PictureSize | null = () => null,
): string {
  const { doc } = index;
  const from = Math.max(0, first - BEFORE);
  const to = Math.min(doc.childCount, first + BLOCKS);
  const writer = new BlockWriter(index, from, to, sizeOf);
  const returns = new Map(returnLinks(index).map((link) => [link.block - 1, link]));
  const written: string[] = [];
  let length = 0;
  for (let i = from; i < to && length < ENOUGH; i++) {
    if (doc.child(i).nodeSize > LONG) break;
    const back = returns.get(i);
    const html =
      writer.write(doc.child(i), i === first && first > 0 ? { "data-first": "" } : {}) +
      (back ? htmlOf(DOMSerializer.renderSpec(writtenDocument, returnLine(back)).dom) : "");
    if (html.length > LONG) break;
    written.push(html);
    if (i >= first) length += html.length;
  }
  return written.length > first - from ? written.join("") : "";
}

/** Writes blocks one after the other, with what the document counts and words itself. */
class BlockWriter {
  private readonly notes: string[];
  private readonly references: string[];
  private readonly serializer: DOMSerializer;

  constructor(
    private readonly index: DocumentIndex,
    from: number,
    to: number,
    private readonly sizeOf: (picture: string) => PictureSize | null,
  ) {
    const within = ({ block }: { block: number }) => block >= from && block < to;
    // In order of place, as they are met.
    this.notes = index.notes.filter(within).map(({ place, number }) => noteNumber(place, number));
    this.references = index.references
      .filter(within)
      .map(({ reference, from }) => referenceWords(reference, from, index, null));
    this.serializer = new DOMSerializer(
      {
        ...DRAWN,
        ...Object.fromEntries(CAPTIONED.map((kind) => [kind, (node: Node) => this.captioned(kind, node)])),
        contents_list: (node) => this.contentsList(node),
        note: (node) => this.note(node),
        cross_reference: (node) => this.reference(node),
      },
      DOMSerializer.marksFromSchema(schema),
    );
  }

  write(block: Node, more: Record<string, string>): string {
    const id = idOf(block);
    const label = id && this.index.numbers.get(id);
    const spec = this.serializer.nodes[block.type.name]!(block);
    const start = id && this.index.listStarts.get(id);
    const document = documentDirection(this.index.doc);
    const direction = isKind(block, "code_block") ? document : blockDirection(block, document);
    const own = {
      ...more,
      ...(direction === document ? {} : { dir: direction }),
      ...(label ? labelled(label, block) : {}),
      ...(start ? { start: String(start) } : {}),
    };
    const { dom, contentDOM } = DOMSerializer.renderSpec(writtenDocument, dressed(spec, own));
    if (contentDOM)
      this.serializer.serializeFragment(block.content, { document: writtenDocument }, contentDOM);
    return htmlOf(dom);
  }

  /** A figure, table or equation with what is counted before its caption, wherever it stands. */
  private captioned(kind: string, node: Node): DOMOutputSpec {
    const label = this.index.captions.get(idOf(node)!);
    const picture = asKind(node, "figure")?.picture;
    const drawn = picture ? drawnFigure(node, this.sizeOf(picture)) : DRAWN[kind]!(node);
    return label ? dressed(drawn, labelled(label, node)) : drawn;
  }

  private contentsList(node: Node): DOMOutputSpec {
    const entries = listEntries(this.index, node);
    const cards = optionsOf(node).cards ? entries.map(({ id }) => cardOf(this.index, id)) : [];
    return [
      "nav",
      contentsLook(node, this.index),
      ...contentsParts(node, entries, cards, drawnIndexLines(node, this.index, null)),
    ];
  }

  private note(node: Node): DOMOutputSpec {
    const empty = node.content.size === 0 ? " is-empty" : "";
    return ["sup", { class: `note-sign${empty}`, style: labelStyle(this.notes.shift() ?? "") }];
  }

  private reference(node: Node): DOMOutputSpec {
    const { linked } = asKind(node, "cross_reference")!;
    return ["span", { class: clsx("cross-reference", { linked }) }, this.references.shift() ?? "…"];
  }
}

/** Kinds whose captions are counted. */
const CAPTIONED = ["figure", "table", "equation"];

type Drawing = (node: Node) => DOMOutputSpec;

/** How nodes are drawn that the editor draws otherwise than the schema says. */
const DRAWN: Record<string, Drawing> = {
  ...Object.fromEntries(
    Object.entries(DOMSerializer.nodesFromSchema(schema)).map(([name, draw]) => [name, withLine(draw)]),
  ),
  figure: (node) => drawnFigure(node, null),
  equation: drawnEquation,
  formula: drawnEquation,
  picture: (node) => ["span", { class: pictureClass(node) }, pictureInLine(node)],
  computation: () => ["span", { class: "computation" }, "…"],
};

function drawnFigure(node: Node, size: PictureSize | null): DOMOutputSpec {
  const { place, picture, whole } = figureShape(node);
  const width = (value: string) => (value ? { style: `width: ${value}` } : {});
  const frame = clsx("picture", { "without-words": lacksWords(node) });
  return [
    "figure",
    { "data-place": place, ...(picture ? { "data-width": "" } : {}), ...width(whole) },
    ["div", { class: frame, ...width(picture) }, pictureIn(node, size)],
    ["figcaption", 0],
  ];
}

/** An equation as it is drawn once its program part is there. */
function drawnEquation(node: Node): DOMOutputSpec {
  const name = node.isInline ? "formula" : "equation-line";
  const tag = node.isInline ? "span" : "div";
  const tex = texOf(node);
  const drawn = drawEquation(tex, { form: "screen", block: node.isBlock });
  // Markup of KaTeX's own, from TeX that may link to nothing and load nothing.
  return "html" in drawn
    ? [tag, { class: name }, writtenMarkup(drawn.html)]
    : [tag, { class: `${name} fault` }, ["code", tex || "Equation"]];
}

/** A text without words has the height of a line. */
function withLine(draw: Drawing): Drawing {
  return (node) => {
    const spec = draw(node);
    return node.isTextblock && node.content.size === 0 && isElementSpec(spec) ? filled(spec) : spec;
  };
}

function filled([tag, ...inside]: ElementSpec): ElementSpec {
  return [
    tag,
    ...inside.map((part) =>
      part === 0 ? ["br", { class: "ProseMirror-trailingBreak" }] : isElementSpec(part) ? filled(part) : part,
    ),
  ];
}

/** The drawing of a block with more attributes. */
function dressed(spec: DOMOutputSpec, more: Record<string, string>): DOMOutputSpec {
  if (!isElementSpec(spec)) return spec;
  const [tag, attributes, ...rest] = spec;
  const both = {
    class: clsx(attributes.class, more.class) || null,
    style: clsx(attributes.style && `${attributes.style};`, more.style) || null,
  };
  return [tag, { ...attributes, ...more, ...both }, ...rest];
}
