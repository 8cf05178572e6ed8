import type {
  AttributeSpec,
  DOMOutputSpec,
  MarkSpec,
  Node,
  NodeSpec,
  StyleParseRule,
  TagParseRule,
} from "prosemirror-model";
import type { z } from "zod";
import { checkedOnce } from "@/core/model/checked-once";
import type { ClipboardElement } from "./clipboard-element";

/** What a kind carries, as its schema gives it. */
export type Attributes<A extends z.ZodObject> = Readonly<z.output<A>>;

/** An element of the clipboard or of the manuscript that is of this kind, and what it carries; false where it is not of it after all. */
type TagRule<A extends z.ZodObject> = Omit<TagParseRule, "getAttrs"> & {
  readonly getAttrs?: (
    element: ClipboardElement,
  ) => Partial<{ [K in keyof z.output<A>]: unknown }> | false | null;
};

interface Attributed<A extends z.ZodObject> {
  /** What it carries: checks documents, steps and files, and gives the type. */
  readonly attributes: A;
  /** What is set where the program names none, for attributes that a file has to name. Others are at the default of their schema. */
  readonly first?: Partial<Attributes<A>>;
}

/** Declares a kind of node: as ProseMirror's `NodeSpec`, with its attributes typed. */
export type NodeDeclaration<A extends z.ZodObject> = Attributed<A> &
  Omit<NodeSpec, "attrs" | "parseDOM" | "toDOM" | "leafText"> & {
    readonly parseDOM?: readonly TagRule<A>[];
    readonly toDOM?: (attributes: Attributes<A>) => DOMOutputSpec;
    readonly leafText?: (attributes: Attributes<A>) => string;
  };

/** Declares a mark: as ProseMirror's `MarkSpec`, with its attributes typed. */
export type MarkDeclaration<A extends z.ZodObject> = Attributed<A> &
  Omit<MarkSpec, "attrs" | "parseDOM" | "toDOM"> & {
    readonly parseDOM?: readonly (TagRule<A> | StyleParseRule)[];
    readonly toDOM: (attributes: Attributes<A>) => DOMOutputSpec;
  };

/** A kind of node or mark as it was declared. */
export interface Kind<A extends z.ZodObject, Spec> {
  readonly attributes: A;
  readonly spec: Spec;
}

/** A kind of node, from its declaration. */
export function nodeKind<A extends z.ZodObject>(declared: NodeDeclaration<A>): Kind<A, NodeSpec> {
  const { attributes, first: _first, toDOM, leafText, ...rest } = declared;
  const attributesOf = (node: Node) => node.attrs as Attributes<A>;
  const spec = { ...rest, attrs: attributeSpecs(declared) } as NodeSpec;
  if (toDOM) spec.toDOM = (node) => toDOM(attributesOf(node));
  if (leafText) spec.leafText = (node) => leafText(attributesOf(node));
  return { attributes, spec };
}

/** A kind of mark, from its declaration. */
export function markKind<A extends z.ZodObject>(declared: MarkDeclaration<A>): Kind<A, MarkSpec> {
  const { attributes, first: _first, toDOM, ...rest } = declared;
  const spec = { ...rest, attrs: attributeSpecs(declared) } as MarkSpec;
  spec.toDOM = (mark) => toDOM(mark.attrs as Attributes<A>);
  return { attributes, spec };
}

type Check = (value: unknown) => void;

const quickChecks = new WeakMap<z.ZodType, Check>();

/** A schema of an attribute that is checked often, with a quicker check than its own; that throws what is wrong. */
export function checkedBy<S extends z.ZodType>(schema: S, check: Check): S {
  quickChecks.set(schema, check);
  return schema;
}

function attributeSpecs<A extends z.ZodObject>({
  attributes,
  first,
}: Attributed<A>): Record<string, AttributeSpec> {
  const named: Readonly<Record<string, unknown>> = first ?? {};
  return Object.fromEntries(
    Object.entries<z.ZodType>(attributes.shape).map(([name, schema]) => {
      const start = name in named ? { success: true, data: named[name] } : schema.safeParse(undefined);
      const validate = quickChecks.get(schema) ?? checkedOnce(schema, name);
      return [name, { ...(start.success && { default: start.data }), validate }];
    }),
  );
}
