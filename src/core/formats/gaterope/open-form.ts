import { z } from "zod";
import { MARK_KINDS, NODE_KINDS, type NodeKind } from "@/core/document";
import { isKeyOf, keysOf } from "@/core/keys-of";

/*
 * The schemas of nodes and marks as the open form writes them. They come from the declarations of the kinds, with their
 * attributes and what may stand in them, so that a new kind is part of the form by being declared.
 */

const marks = z
  .array(
    z
      .union(
        keysOf(MARK_KINDS).map((kind) =>
          z.strictObject({ type: z.literal(kind), ...attributesPart(MARK_KINDS[kind].attributes) }),
        ),
      )
      .meta({ id: "mark" }),
  )
  .optional();

/** What a node or mark carries; may be left out where all of it has a first value, and is not there where there is nothing. */
function attributesPart(attributes: z.ZodObject): { attrs?: z.ZodType } {
  if (Object.keys(attributes.shape).length === 0) return {};
  return { attrs: attributes.safeParse({}).success ? attributes.optional() : attributes };
}

const nodeSchemas = new Map<NodeKind, z.ZodObject>();

/** The schema of a node of one kind. */
function nodeSchema(kind: NodeKind): z.ZodObject {
  const before = nodeSchemas.get(kind);
  if (before) return before;
  const { attributes, spec } = NODE_KINDS[kind];
  const made = z
    .strictObject({
      type: z.literal(kind),
      ...(kind === "text" && { text: z.string().min(1) }),
      ...attributesPart(attributes),
      ...contentIn(spec.content),
      ...(spec.group === "inline" && { marks }),
    })
    .meta({ id: kind });
  nodeSchemas.set(kind, made);
  return made;
}

/** What may stand in a node, from ProseMirror's expression for it: parts in order, each a kind or several, and how often. */
export function contentIn(expression: string | undefined): { content?: z.ZodType } {
  if (!expression) return {};
  const parts = expression.split(/ (?![^(]*\))/).map((part) => {
    const [, names, often] = /^(.+?)([*+]?)$/.exec(part)!;
    return { names: names!.replace(/[()]/g, ""), often };
  });
  if (parts.every(({ often }) => often === "")) {
    const [first, ...rest] = parts.map(({ names }) => among(names));
    return { content: z.tuple([first!, ...rest]) };
  }
  const several = z.array(among(parts.map(({ names }) => names).join(" | ")));
  return { content: parts.every(({ often }) => often === "*") ? several.optional() : several.min(1) };
}

const groups = new Map<string, z.ZodType>();

/** One of several kinds, named by themselves or by their group. */
function among(names: string): z.ZodType {
  const before = groups.get(names);
  if (before) return before;
  const kinds = new Set(names.split(" | ").flatMap(kindsOf));
  const made = z.lazy(() => {
    const [first, ...rest] = [...kinds].map(nodeSchema);
    return rest.length === 0 ? first! : z.discriminatedUnion("type", [first!, ...rest]);
  });
  groups.set(names, made);
  return made;
}

function kindsOf(name: string): NodeKind[] {
  if (isKeyOf(NODE_KINDS, name)) return [name];
  return keysOf(NODE_KINDS).filter((kind) => NODE_KINDS[kind].spec.group?.split(" ").includes(name));
}
