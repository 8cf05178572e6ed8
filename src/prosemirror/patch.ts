/** What is replaced in ProseMirror, and why. */
export interface Patch {
  readonly package: "prosemirror-model" | "prosemirror-transform";
  /** `Class.member`. */
  readonly what: string;
  /** What stood there, as it is written in the package. */
  readonly original: string;
  readonly why: string;
  /** The test that shows what it is for. */
  readonly shownBy: string;
}

const patches: Patch[] = [];

/** All that is replaced, in the order in which it was. */
export const PATCHES: readonly Patch[] = patches;

/** Replaces a member of a class of ProseMirror once for the whole program; `make` is given what stood there. */
export function patch<Holder extends object, Name extends keyof Holder & string>(
  holder: Holder,
  name: Name,
  about: Omit<Patch, "original">,
  make: (original: Holder[Name]) => Holder[Name],
): void {
  const original = holder[name];
  patches.push({ ...about, original: String(original) });
  holder[name] = make(original);
}
