import type { Action, LinkTarget } from "@/core/document";
import type { DocumentIndex, LinkPlace } from "@/core/index";
import { follow, type KnownLibrary } from "@/core/links";
import { isOwnAction, noteOwnAction } from "../browser/own-actions";
import { openOutside } from "../browser/open-outside";

/** What following needs of the window it is in. */
export interface FollowingHost {
  /** The document. */
  readonly id: string;
  readonly index: DocumentIndex;
  readonly elsewhere: { readonly library: KnownLibrary };
  readonly jumps: { toPlace(from: number, to: number): void };
  say(words: string): void;
}

/** Where links lead: goes there, asks about actions, and holds the links that are to lead somewhere else. */
export class Following {
  /** What a link asks to be done, until it is done or not. */
  acting: { readonly action: Action; readonly own: boolean } | null = null;
  /** Links that are to lead somewhere else, while it is asked where. */
  leading: readonly LinkPlace[] | null = null;

  constructor(
    private readonly host: FollowingHost,
    private readonly changed: () => void,
  ) {}

  /** Follows a link's target: within the document, or in a new tab; an action is asked about. */
  follow(target: LinkTarget): void {
    const { host } = this;
    const followed = follow(target, host.index, host.elsewhere.library);
    if (!followed.lands) return host.say(`This link is broken. ${followed.why}`);
    const { destination } = followed;
    if (destination) host.jumps.toPlace(destination.pos, destination.end);
    else if (target.kind !== "action") openOutside(host.id, target);
    else {
      this.acting = { action: target.action, own: isOwnAction(host.id, target.action) };
      this.changed();
    }
  }

  /** Notes that an action was put in here: it is not asked about. */
  ownAction(target: LinkTarget): void {
    if (target.kind === "action") noteOwnAction(this.host.id, target.action);
  }

  endAction(): void {
    this.acting = null;
    this.changed();
  }

  askToLead(links: readonly LinkPlace[] | null): void {
    this.leading = links;
    this.changed();
  }
}
