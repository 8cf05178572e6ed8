import type { Mark, Node } from "prosemirror-model";
import { isMark, markAmong, schema, type NodeAttributes } from "@/core/document";
import type { BlockStack } from "./block-stack";
import type { DropLog } from "./drop-log";
import { cleanText, trimmed } from "./inline-content";
import type { NamedAnchor } from "./named-places";
import type { OpenTextblock } from "./open-textblock";
import type { TableBuilder } from "./table-builder";

const { nodes } = schema;

/** The roles by which an image says that it only decorates (WAI-ARIA 1.2, presentation). */
export const DECORATIVE: ReadonlySet<string> = new Set(["presentation", "none"]);

/** Width and place of a figure and whether it only decorates, where a file says so. */
export interface FigureLook {
  readonly width?: number | null;
  readonly place?: NodeAttributes["figure"]["place"];
  readonly decorative?: boolean;
}

/** A picture that was met, and what is said of it. */
export interface MetPicture {
  /** Its name; empty where the picture is missing. */
  readonly name: string;
  readonly alt: string;
  readonly decorative: boolean;
  readonly caption: readonly Node[];
  readonly marks: readonly Mark[];
}

interface OpenFigure {
  /** Its picture, once it was met; it may be missing and tell nothing. */
  picture: { readonly name: string; readonly alt: string } | null;
  /** Where its picture is linked: no figure is, but its caption can be. */
  link: Mark | null;
  look: FigureLook;
  caption: Node[];
  readonly blocksBefore: number;
  /** How many tables are open around it. */
  readonly tables: number;
}

/** The figure that is open, and the placing of figures between blocks. */
export class FigureBuilder {
  private figure: OpenFigure | null = null;

  constructor(
    private readonly dropped: DropLog,
    private readonly stack: BlockStack,
    private readonly tables: TableBuilder,
  ) {}

  open(look: FigureLook): void {
    const [blocksBefore, tables] = [this.stack.beside.length, this.tables.depth];
    this.figure = { picture: null, link: null, look, caption: [], blocksBefore, tables };
  }

  /** Gives a picture to the figure that is open and waits for one; whether it took it. */
  takePicture({ name, alt, decorative, caption, marks }: MetPicture): boolean {
    const { figure } = this;
    if (!figure || figure.picture) return false;
    figure.picture = { name, alt };
    figure.look = { ...figure.look, ...(decorative && { decorative }) };
    figure.caption.push(...caption);
    figure.link = marks.find((mark) => isMark(mark, "link")) ?? null;
    return true;
  }

  /** Gives a caption to the inner one of the table and the figure that are open; whether there is one. */
  takeCaption(inline: readonly Node[], anchors: readonly NamedAnchor[]): boolean {
    if (this.tables.depth > (this.figure?.tables ?? 0)) this.tables.caption(inline, anchors);
    else if (this.figure) {
      this.figure.caption.push(...inline);
      this.stack.addPending(anchors);
    } else return false;
    return true;
  }

  /**
   * Closes the figure that is open, if any. A linked picture that nothing stands below is returned: it goes in a line, where it can be
   * followed.
   */
  close(): Node | null {
    const { figure } = this;
    this.figure = null;
    if (!figure) return null;
    const { picture, link, look } = figure;
    const caption = trimmed(figure.caption).map((node) =>
      link && !markAmong(node.marks, "link") ? node.mark(link.addToSet(node.marks)) : node,
    );
    if (picture && link && caption.length === 0) {
      const alt = cleanText(picture.alt);
      const attributes = { picture: picture.name, alt, decorative: look.decorative ?? false };
      return nodes.picture.create(attributes, null, [link]);
    }
    if (picture) this.place({ ...look, picture: picture.name, alt: picture.alt }, caption, null);
    else if (
      caption.length > 0 &&
      !(this.stack.beside.length > figure.blocksBefore && this.tables.captionLast(caption))
    )
      this.stack.place(nodes.paragraph.create(null, caption));
    return null;
  }

  /** Places a figure, before the block of text that is open where that holds nothing yet, else after what is open. */
  place(
    attributes: Partial<NodeAttributes["figure"]>,
    caption: readonly Node[],
    open: OpenTextblock | null,
  ): void {
    const anchors = this.stack.takePending();
    const node = nodes.figure.create(attributes, trimmed([...caption]));
    if (!this.stack.inNote && (!open || trimmed(open.inline).length === 0)) {
      if (open) {
        anchors.push(...open.anchors);
        open.anchors = [];
      }
      this.stack.placeNamed(node, anchors);
    } else {
      this.dropped.add("picture among words", "It now stands after what it was in.");
      this.stack.placeAfter(node, anchors);
    }
  }
}
