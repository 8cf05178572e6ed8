import type { z } from "zod";

type Schema = z.ZodType | undefined;

/** One thing that can be asked of the server: where, with what, and what is answered. The window and the server share it. */
export interface Call<
  Path extends string = string,
  Query extends Schema = Schema,
  Body extends Schema = Schema,
  Answer extends Schema = Schema,
> {
  readonly method: "GET" | "POST" | "PUT" | "DELETE";
  /** The address; `:id` in it is a parameter. */
  readonly path: Path;
  readonly query: Query;
  /** The question's body; undefined where there is none. One of {@link BYTES} is sent as it is. */
  readonly body: Body;
  /** The answer as JSON; undefined where nothing is answered, or something that is no JSON. */
  readonly answer: Answer;
}

/** Declares a call; what it lacks is undefined. */
export function call<
  const Path extends string,
  Query extends Schema = undefined,
  Body extends Schema = undefined,
  Answer extends Schema = undefined,
>(
  method: Call["method"],
  path: Path,
  { query, body, answer }: { query?: Query; body?: Body; answer?: Answer } = {},
): Call<Path, Query, Body, Answer> {
  return { method, path, query, body, answer } as Call<Path, Query, Body, Answer>;
}

/** The parameters of an address: that of `/api/documents/:id` is its `id`. */
export type ParamsOf<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Record<Name, string> & ParamsOf<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Record<Name, string>
    : object;

type Sent<S extends Schema> = S extends z.ZodType ? z.input<S> : undefined;
/** What comes of a schema; undefined where there is none. */
export type Taken<S extends Schema> = S extends z.ZodType ? z.output<S> : undefined;
type Part<Name extends string, Value> = [Value] extends [undefined] ? object : Record<Name, Value>;

/** What has to be said to ask for something. */
export type Question<C extends Call> = Readonly<
  ParamsOf<C["path"]> & Part<"query", Sent<C["query"]>> & Part<"body", Sent<C["body"]>>
>;
/** What the server is asked, checked. */
export type Asked<C extends Call> = Readonly<{
  params: ParamsOf<C["path"]>;
  query: Taken<C["query"]>;
  body: Taken<C["body"]>;
}>;
/** What the server says. */
export type AnswerOf<C extends Call> = [Taken<C["answer"]>] extends [undefined] ? void : Taken<C["answer"]>;
/** What the window gets. */
export type Answer<C extends Call> = AnswerOf<C>;

/** The address of a call. */
export function addressOf<C extends Call>({ path }: C, question: Omit<Question<C>, "body">): string {
  const rest: Readonly<Record<string, unknown>> = { ...question };
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(rest[name])));
  const query = Object.entries(rest.query ?? {}).flatMap(([name, value]) =>
    value === undefined ? [] : [[name, String(value)]],
  );
  return query.length > 0 ? `${filled}?${new URLSearchParams(query).toString()}` : filled;
}
