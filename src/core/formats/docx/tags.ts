import { childNamed, type XmlElement } from "../xml/element";

/** What a content control says of what stands in it, where Gate Rope wrote it. */
export interface Tag {
  /** `quotation`, `notice`, `link`: what it is. */
  readonly kind: string;
  /** What more it says: the kind of a notice, or under which key something is kept. */
  readonly said: string;
}

/** The tag of a content control; null for one that was made somewhere else. */
export function tagOf(control: XmlElement): Tag | null {
  if (control.name !== "w:sdt") return null;
  const value = childNamed(childNamed(control, "w:sdtPr"), "w:tag")?.attributes["w:val"] ?? "";
  const [, kind, said = ""] = /^gate-rope:(\w+)(?: (.*))?$/.exec(value) ?? [];
  return kind === undefined ? null : { kind, said };
}
