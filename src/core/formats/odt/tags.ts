import type { XmlElement } from "../xml/element";

/** What a section or a bookmark says of what stands in it, where Gate Rope wrote it. */
export interface Tag {
  readonly kind: string;
  /** What more it says, in words: the kind of a notice, the key under which something is kept. */
  readonly said: readonly string[];
}

/** The tag of a section, a generated list or a frame; null for one that was made somewhere else. */
export function tagOf({ attributes }: XmlElement): Tag | null {
  const name = attributes["text:name"] ?? attributes["draw:name"] ?? "";
  const [, words] = /^gate-rope:(.*) #\d+$/.exec(name) ?? [];
  if (words === undefined) return null;
  const [kind = "", ...said] = words.split(" ");
  return { kind, said };
}

/** The tag that the name of a bookmark is; null for the name of a place. */
export function tagNamed(name: string): Tag | null {
  const [, kind, said] = /^_gr\.(\w+)\.?([^.]*)\.\d+$/.exec(name) ?? [];
  return kind === undefined ? null : { kind, said: said ? [said] : [] };
}
