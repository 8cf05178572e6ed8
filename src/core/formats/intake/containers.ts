import type { Node } from "prosemirror-model";
import { isKind, schema, type NodeAttributes } from "@/core/document";
import type { NamedAnchor } from "./named-places";
import type { CellDraft } from "./table-grid";

const { nodes } = schema;

/** What holds blocks while a file is read. */
export type ContainerKind =
  "notice" | "quotation" | "bullet_list" | "ordered_list" | "definition_list" | "list_item" | "definition";

/** What stands in a list of each kind, and is opened where something else is to stand there; null for what holds blocks itself. */
export const ITEMS: Readonly<Record<ContainerKind, "list_item" | "definition" | null>> = {
  bullet_list: "list_item",
  ordered_list: "list_item",
  definition_list: "definition",
  quotation: null,
  notice: null,
  list_item: null,
  definition: null,
};

/** The list that is opened where an item is met outside of any. */
export const LISTS = { list_item: "bullet_list", definition: "definition_list" } as const;

/** What a reader may say of what holds blocks. */
export type ContainerAttributes = Partial<
  NodeAttributes["bullet_list"] &
    NodeAttributes["ordered_list"] &
    NodeAttributes["list_item"] &
    NodeAttributes["notice"]
>;

/** A block that is open, with what was met in it. */
export interface BlockContainer {
  kind: ContainerKind;
  attributes: ContainerAttributes;
  children: Node[];
  /** Those of the container itself, where it is a place of its own. */
  anchors?: NamedAnchor[];
}

/** What is open and holds blocks, with what was met in it; a note is known by its key. */
export type OpenContainer =
  | BlockContainer
  | { readonly kind: "cell"; readonly cell: CellDraft; readonly children: Node[] }
  | { readonly kind: "note"; readonly key: string; readonly children: Node[] };

/** Whether something stands in a list only. */
export function isItem(kind: OpenContainer["kind"]): kind is "list_item" | "definition" {
  return kind === "list_item" || kind === "definition";
}

/** An item of a list: it begins with a paragraph. */
export function itemOf(
  kind: "list_item" | "definition",
  children: readonly Node[],
  attributes: ContainerAttributes = {},
): Node {
  const whole = isKind(children[0], "paragraph") ? children : [nodes.paragraph.create(), ...children];
  return kind === "list_item"
    ? nodes.list_item.create(attributes, whole)
    : nodes.definition.create(null, whole);
}
