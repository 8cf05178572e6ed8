import { Fragment, type Node } from "prosemirror-model";
import { schema } from "@/core/document";
import type { Displaced } from "../sync/waiting-store";
import type { JumpHost, Jumps } from "./jumps";

/** What is needed of the window whose author's words they are. */
interface DisplacedHost extends JumpHost {
  readonly jumps: Jumps;
  replaceWith(older: Node): void;
}

/** Words of this author whose place somebody else removed: shown until they are put back or let go. */
export class DisplacedWords {
  list: readonly Displaced[] = [];

  constructor(
    private readonly host: DisplacedHost,
    private readonly store: { letGo(id: string): Promise<void> },
    private readonly changed: () => void,
  ) {}

  add(words: Displaced): void {
    if (this.list.some((it) => it.id === words.id)) return;
    this.list = [...this.list, words];
    this.changed();
  }

  /** Puts words back, after the block with the caret; a whole version in place of all that is there. */
  putBack(id: string): void {
    const words = this.list.find((it) => it.id === id);
    if (!words) return;
    if (words.kind === "version") {
      this.host.replaceWith(schema.nodeFromJSON(words.blocks[0]));
      return this.letGo(id);
    }
    const { selection, tr } = this.host.state;
    const { $to } = selection;
    const pos = $to.depth === 0 ? $to.pos : $to.after(1);
    const blocks = Fragment.from(words.blocks.map((json) => schema.nodeFromJSON(json)));
    this.host.dispatch(tr.insert(pos, blocks));
    this.letGo(id);
    this.host.jumps.toPlace(pos, pos + blocks.size);
  }

  /** Lets words go for good. */
  letGo(id: string): void {
    this.list = this.list.filter((it) => it.id !== id);
    void this.store.letGo(id).catch(() => {});
    this.changed();
  }
}
