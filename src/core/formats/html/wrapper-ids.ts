import type { ReadingScope } from "./reading-scope";

/** The ids of wrappers: each is kept where a link leads to it, it encloses nothing, or it names the heading that follows. */
export class WrapperIds {
  /** The id of a wrapper that may still turn out to name a heading. */
  private undecided: string | null = null;

  constructor(private readonly scope: ReadingScope) {}

  /** Takes the id of a wrapper that begins. */
  meet(id: string, name: string | null): void {
    if (name !== null || this.scope.wanted.has(id)) this.scope.builder.anchor(id, name);
    else this.undecided = id;
  }

  /** Takes what follows the wrapper's tag; `keep`: it gives the id a meaning. */
  decide(keep: boolean): void {
    if (this.undecided === null) return;
    const { builder, context } = this.scope;
    if (keep) builder.anchor(this.undecided);
    else context.dropped.add("id of a wrapper", "No link in the file leads to it and it names no heading.");
    this.undecided = null;
  }
}
