import type { Node } from "prosemirror-model";
import type { NodeView } from "prosemirror-view";
import { ContentsListView } from "../node-views/contents-list-view";
import type { ManuscriptHost } from "./manuscript-host";

/** The contents lists that are on the screen. */
export class ContentsViews {
  private readonly lists = new Set<ContentsListView>();
  /** The pages whose numbers they show. */
  private numberedBy: object | undefined;

  /** `leave`: brings the keyboard back to the text. */
  constructor(
    private readonly host: Pick<ManuscriptHost, "index" | "pages" | "jumps">,
    private readonly leave: () => void,
  ) {}

  /** A list that comes on the screen. */
  create(node: Node): NodeView {
    const list = new ContentsListView(node, (id) => void this.host.jumps.to(id), this.leave);
    this.lists.add(list);
    list.draw(this.host.index, this.host.pages);
    return Object.assign(list, { destroy: () => this.lists.delete(list) });
  }

  /** Whether they show the numbers of other pages than there are. */
  get areOutdated(): boolean {
    return this.numberedBy !== this.host.pages?.origin;
  }

  draw(): void {
    this.numberedBy = this.host.pages?.origin;
    for (const list of this.lists) list.draw(this.host.index, this.host.pages);
  }

  /** Draws those whose entries show words of their sections. */
  drawCards(): void {
    for (const list of this.lists) if (list.hasCards) list.draw(this.host.index, this.host.pages);
  }

  /** Leads the keyboard to the entries of the list drawn in an element. */
  enter(dom: unknown): void {
    for (const list of this.lists) if (list.dom === dom && list.enter()) return;
  }

  clear(): void {
    this.lists.clear();
  }
}
