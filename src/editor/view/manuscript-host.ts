import type { EditorState, Transaction } from "prosemirror-state";
import type { Computed } from "@/core/compute";
import type { DocumentIndex } from "@/core/index";
import type { PageMap } from "@/core/layout/page-map";
import type { BrokenTargets, KnownLibrary } from "@/core/links";
import type { DecorationSettings } from "../parts/decoration-settings";
import type { Jumps } from "../parts/jumps";
import type { LinkByPointing } from "../parts/link-by-pointing";
import type { RecentTargets } from "../parts/recent-targets";
import type { Incoming } from "../paste/incoming";
import type { Range } from "../plugins/mapped-range";

/** What the drawn manuscript needs of the session it shows. */
export interface ManuscriptHost {
  /** The document. */
  readonly id: string;
  readonly state: EditorState;
  readonly index: DocumentIndex;
  readonly broken: BrokenTargets;
  /** What is known of the other documents. */
  readonly elsewhere: { readonly library: KnownLibrary };
  /** Where the pages begin; null before they are laid out. */
  readonly pages: PageMap | null;
  /** What came of the expressions in the text. */
  readonly computed: ReadonlyMap<string, Computed>;
  readonly jumps: Jumps;
  readonly linkByPointing: LinkByPointing;
  readonly recentTargets: RecentTargets;
  readonly decorations: DecorationSettings;
  dispatch(tr: Transaction): void;
  click(pos: number, event: MouseEvent): boolean;
  /** Opens the box in which a place to lead to is sought. */
  ask(box: "link"): boolean;
  readonly incoming: Incoming;
  say(text: string, options?: { undo: boolean }): void;
  /** Another part of the document is in view. */
  inViewChanged(part: Range): void;
  /** More of the document is drawn, as a part of all of it. */
  drawnChanged(share: number): void;
}
