import type { Node } from "prosemirror-model";
import { isKind, isNamedWithin, schema } from "@/core/document";
import {
  isItem,
  ITEMS,
  itemOf,
  LISTS,
  type BlockContainer,
  type ContainerAttributes,
  type ContainerKind,
  type OpenContainer,
} from "./containers";
import type { DropLog } from "./drop-log";
import { LIMITS, TOO_MANY_BLOCKS } from "./limits";
import type { NamedAnchor, NamedPlaces } from "./named-places";
import { noticeOf } from "./notice-of";
import type { NoteReferences } from "./note-references";
import { ReadError } from "./read-error";
import type { CellDraft } from "./table-grid";

const { nodes } = schema;

/**
 * The blocks met so far, and the containers that are open around the next one. It keeps the stack itself, so no depth of
 * a file exhausts the machine's.
 */
export class BlockStack {
  private readonly blocks: Node[] = [];
  private readonly containers: OpenContainer[] = [];
  /** Blocks that stand after the top-level block that is open. */
  private after: Node[] = [];
  /** Anchors of the block that comes next. */
  private pending: NamedAnchor[] = [];
  private count = 0;
  private openNotes = 0;

  constructor(
    private readonly dropped: DropLog,
    private readonly places: NamedPlaces,
    private readonly notes: NoteReferences,
  ) {}

  // Where the next block stands

  get depth(): number {
    return this.containers.length;
  }

  /** Whether what is met belongs to a note, and is not part of the text around it. */
  get inNote(): boolean {
    return this.openNotes > 0;
  }

  get innermost(): OpenContainer | undefined {
    return this.containers.at(-1);
  }

  /** The blocks beside which the next is placed. */
  get beside(): Node[] {
    return this.innermost?.children ?? this.blocks;
  }

  /** Whether nothing more can be opened here, which is told. */
  isFull(): boolean {
    if (this.containers.length < LIMITS.nesting * 2) return false;
    this.dropped.add("nesting deeper than 12 levels", "The text is kept at the deepest level there is.");
    return true;
  }

  /** Counts a block that begins. Throws a {@link ReadError} when there are more than a document can hold. */
  countBlock(): void {
    if (++this.count > LIMITS.blocks) throw new ReadError(TOO_MANY_BLOCKS);
  }

  // Anchors of the next block

  addPending(anchors: readonly NamedAnchor[]): void {
    this.pending = [...anchors, ...this.pending];
  }

  /** One more anchor, behind those that wait already. */
  anchorNext(anchor: NamedAnchor): void {
    this.pending.push(anchor);
  }

  takePending(): NamedAnchor[] {
    const taken = this.pending;
    this.pending = [];
    return taken;
  }

  // Placing

  /** Places a block that is no place of its own. */
  place(node: Node): void {
    const parent = this.innermost;
    if (!parent) return this.placeNamed(node, []);
    if (this.wantedItem && !isKind(node, "term")) parent.children.push(itemOf(this.wantedItem, [node]));
    else parent.children.push(node);
  }

  /** Places a block under its anchors; within a container, where it has no place of its own, they wait for the next. */
  placeNamed(node: Node, anchors: readonly NamedAnchor[]): void {
    if (this.containers.length > 0) {
      if (isNamedWithin(node)) return this.place(this.places.named(node, anchors));
      this.addPending(anchors);
      return this.place(node);
    }
    this.blocks.push(this.places.named(node, anchors));
    this.blocks.push(...this.after);
    this.after = [];
  }

  /** Places a block after the top-level block that is open. */
  placeAfter(node: Node, anchors: readonly NamedAnchor[]): void {
    this.after.push(this.places.named(node, anchors));
  }

  // Containers

  /** Opens a list, list item or quotation; false when it lies too deep and its content is kept where it is. */
  open(kind: ContainerKind, attributes: ContainerAttributes): boolean {
    if (this.isFull()) return false;
    const item = this.wantedItem;
    if (isItem(kind) && kind !== item)
      this.containers.push({ kind: LISTS[kind], attributes: {}, children: [] });
    else if (item && kind !== item) this.containers.push({ kind: item, attributes: {}, children: [] });
    const anchors = kind === "notice" ? { anchors: this.takePending() } : {};
    this.containers.push({ kind, attributes, children: [], ...anchors });
    return true;
  }

  /** What has to stand in the container that is open; null where blocks do. */
  private get wantedItem(): "list_item" | "definition" | null {
    const parent = this.innermost?.kind;
    return parent && parent !== "cell" && parent !== "note" ? ITEMS[parent] : null;
  }

  /** Gives the item that is open and empty a box to tick; false for anything else. */
  giveBox(checked: boolean): boolean {
    const open = this.innermost;
    if (open?.kind !== "list_item" || open.children.length > 0) return false;
    open.attributes = { checked };
    return true;
  }

  /** Closes the innermost container of a kind, with all that is open inside it; never one outside the cell or note that is open. */
  close(kind: ContainerKind): void {
    if (!this.containers.some((open) => open.kind === kind)) return;
    for (;;) {
      const open = this.containers.at(-1)!;
      if (open.kind === "cell" || open.kind === "note") return;
      this.containers.pop();
      this.finishContainer(open);
      if (open.kind === kind) break;
    }
    if (isItem(kind)) return;
    // A list or item that was only implied ends with what it was opened for.
    const parent = this.innermost;
    if (parent && isItem(parent.kind) && parent.children.length === 0) this.containers.pop();
  }

  openNote(key: string): void {
    this.containers.push({ kind: "note", key, children: [] });
    this.openNotes++;
  }

  closeNote(): void {
    if (this.openNotes > 0) while (this.closeInnermost() !== "note");
  }

  openCell(cell: CellDraft): void {
    this.countBlock();
    this.containers.push({ kind: "cell", cell, children: [] });
  }

  closeCell(): void {
    if (this.containers.some((open) => open.kind === "cell")) while (this.closeInnermost() !== "cell");
  }

  /** Closes containers until no more than so many are open. */
  closeTo(depth: number): void {
    while (this.containers.length > depth) this.closeInnermost();
  }

  private closeInnermost(): OpenContainer["kind"] {
    const open = this.containers.pop()!;
    if (open.kind === "cell") open.cell.children = open.children;
    else if (open.kind === "note") {
      this.openNotes--;
      this.notes.give(open.key, open.children);
    } else this.finishContainer(open);
    return open.kind;
  }

  private finishContainer(open: BlockContainer): void {
    if (isItem(open.kind)) this.innermost!.children.push(itemOf(open.kind, open.children, open.attributes));
    else if (open.kind === "notice") this.finishNotice(open);
    else if (open.children.length > 0) this.place(nodes[open.kind].create(open.attributes, open.children));
  }

  private finishNotice({ children, attributes, anchors = [] }: BlockContainer): void {
    const nested = this.containers.length > 0;
    const notice = noticeOf(children, attributes.kind ?? "note", (title) =>
      nested ? this.places.withPoints(title, anchors) : title,
    );
    if (notice) this.placeNamed(notice, nested ? [] : anchors);
    else this.addPending(anchors);
  }

  // The end

  /** All blocks of the document, once everything is closed; anchors that still wait name the last. */
  finish(): readonly Node[] {
    this.closeTo(0);
    this.blocks.push(...this.after);
    if (this.blocks.length === 0) throw new ReadError("The file holds no text that could become a document.");
    if (this.pending.length > 0) {
      const last = this.blocks.pop()!;
      this.blocks.push(this.places.named(last, this.pending));
    }
    return this.blocks;
  }
}
