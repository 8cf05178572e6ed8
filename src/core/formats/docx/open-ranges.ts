import type { Mark } from "prosemirror-model";
import { asMark } from "@/core/document";
import { isMachineName } from "../office/machine-names";
import type { OwnPlace } from "../office/own-part";
import { elementsWithin, type XmlElement } from "../xml/element";
import { indexEntryOf } from "./index-field";
import type { DocxScope } from "./scope";

interface OpenRange {
  readonly name: string;
  /** Null for one that encloses the sign of a note alone: the note is its place. */
  readonly mark: Mark | null;
  /** The columns of a table that it covers; null for all. */
  readonly columns: readonly [first: number, last: number] | null;
}

/** The bookmarks that have begun and not ended: they may begin in one paragraph and end in another (ISO 29500-1, 17.13.6). */
export class OpenRanges {
  private readonly open = new Map<string, OpenRange>();

  constructor(private readonly scope: DocxScope) {}

  /** The marks of words that are met in a column of a table; outside of tables for null. */
  marksAt(column: number | null): readonly Mark[] {
    return [...this.open.values()].flatMap(({ mark, columns }) =>
      !columns || column === null || (column >= columns[0] && column <= columns[1]) ? (mark ?? []) : [],
    );
  }

  /** The anchors of a note whose sign is met: bookmarks that enclose nothing else. */
  anchorsOfNote(): readonly string[] {
    const { facts, own } = this.scope;
    return [...this.open.values()].flatMap(({ name, mark }) =>
      facts.encloses(name) === "note" || (own.isOwn && mark === null) ? [name] : [],
    );
  }

  /** A bookmark begins, as `w:bookmarkStart` says. */
  begin(attributes: Readonly<Record<string, string>>): void {
    const { builder, facts } = this.scope;
    const { "w:id": id = "", "w:name": name = "" } = attributes;
    if (name === "" || this.open.has(id)) return;
    const indexed = facts.indexed.get(name.toLowerCase());
    if (indexed && facts.ends(id)) {
      const mark = builder.indexedOn(indexEntryOf(indexed, builder.language));
      if (mark) this.open.set(id, { name, mark, columns: null });
      return;
    }
    const place = this.scope.own.placeOf(name);
    if (place) return this.beginOwn(id, name, place);
    const hidden = isMachineName(name);
    if (hidden && !facts.wanted.has(name.toLowerCase())) return;
    const enclosed = facts.encloses(name);
    const quoted = enclosed === "words" && facts.quoted.has(name.toLowerCase());
    if (hidden && !quoted && enclosed !== "note") return builder.hiddenAnchor(name);
    if (enclosed === "point" || !facts.ends(id))
      return hidden ? builder.hiddenAnchor(name) : builder.anchor(name, name);
    const [first, last] = [attributes["w:colFirst"], attributes["w:colLast"]];
    const columns =
      first !== undefined && last !== undefined ? ([Number(first), Number(last)] as const) : null;
    const mark = enclosed === "note" && hidden ? null : builder.rangeMark(name, hidden ? null : name);
    this.open.set(id, { name, mark, columns });
  }

  /** A bookmark that was written here, as what it was there. */
  private beginOwn(id: string, name: string, { anchor, aliases, called, kind }: OwnPlace): void {
    const { builder, facts } = this.scope;
    if (kind === "part") return;
    for (const alias of aliases) builder.earlier(alias, anchor);
    if (kind === null) {
      if (facts.encloses(name) === "note") this.open.set(id, { name: anchor, mark: null, columns: null });
      else builder.hiddenAnchor(anchor);
      return;
    }
    const words = called ?? anchor;
    if (kind !== "range" || !facts.ends(id)) return builder.anchor(anchor, words);
    this.open.set(id, { name, mark: builder.rangeMark(anchor, words), columns: null });
  }

  /** A bookmark ends. */
  end(id: string): void {
    const range = this.open.get(id);
    if (!range) return;
    this.open.delete(id);
    const { builder } = this.scope;
    if (range.mark && asMark(range.mark, "index_entry")) builder.endIndexed(range.mark);
    else if (range.mark) builder.endRange(range.mark);
  }

  /** Bookmarks that begin in a paragraph that is only a picture or an equation name that. */
  nameNext(paragraph: XmlElement): void {
    const { builder, facts } = this.scope;
    for (const { name, attributes } of elementsWithin(paragraph)) {
      const called = attributes["w:name"] ?? "";
      if (name !== "w:bookmarkStart" || called === "") continue;
      const place = this.scope.own.placeOf(called);
      if (place) this.beginOwn(attributes["w:id"] ?? "", called, place);
      else if (!isMachineName(called)) builder.anchor(called, called);
      else if (facts.wanted.has(called.toLowerCase())) builder.hiddenAnchor(called);
    }
  }
}
