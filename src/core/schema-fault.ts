import type { z } from "zod";

/** What is wrong with something that was checked against a schema, and where. */
export interface SchemaFault {
  /** The way to it; empty for the whole. */
  readonly path: readonly PropertyKey[];
  /** In words for people, as the end of a sentence. */
  readonly says: string;
}

/** The one fault of those a schema found that says most: a union tells the failures of all its members, and one got furthest. */
export function schemaFault(error: z.ZodError): SchemaFault {
  let best: { path: PropertyKey[]; issue: z.core.$ZodIssue } | null = null;
  const queue: { path: PropertyKey[]; issue: z.core.$ZodIssue }[] = error.issues.map((issue) => ({
    issue,
    path: issue.path,
  }));
  for (let next = queue.pop(); next; next = queue.pop()) {
    const { issue, path } = next;
    if (!best || path.length >= best.path.length) best = { path, issue };
    if (issue.code === "invalid_union")
      for (const branch of issue.errors)
        for (const inside of branch) queue.push({ issue: inside, path: [...path, ...inside.path] });
  }
  return best ? { path: best.path, says: describeIssue(best.issue) } : { path: [], says: "it is empty" };
}

/** A fault with its place, as a sentence without its end. */
export function faultMessage({ path, says }: SchemaFault): string {
  return path.length > 0 ? `${says} at ${path.slice(0, 12).map(String).join(".")}` : says;
}

const KINDS: ReadonlyMap<string, string> = new Map([
  ["string", "text"],
  ["number", "a number"],
  ["int", "a whole number"],
  ["boolean", "true or false"],
  ["array", "a list"],
  ["tuple", "a list"],
  ["object", "an object"],
  ["record", "an object"],
]);

function describeIssue(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case "invalid_type":
      return issue.input === undefined && /undefined/.test(issue.message)
        ? `${KINDS.get(issue.expected) ?? "something"} is missing`
        : `${KINDS.get(issue.expected) ?? "something else"} is expected`;
    case "too_big":
      return `it is more than the limit of ${String(issue.maximum)}`;
    case "too_small":
      return `it is less than the least of ${String(issue.minimum)}`;
    case "unrecognized_keys":
      return `${issue.keys
        .slice(0, 3)
        .map((key) => `“${key.slice(0, 40)}”`)
        .join(", ")} is not known`;
    case "invalid_union":
      return "this kind is not known";
    case "invalid_value":
      return `only ${issue.values.slice(0, 12).map(String).join(", ")} can stand here`;
    case "invalid_key":
      return "a name is not allowed";
    case "not_multiple_of":
    case "invalid_format":
    case "invalid_element":
      return "it is not written as it has to be";
    case "custom":
      return issue.message;
  }
}
