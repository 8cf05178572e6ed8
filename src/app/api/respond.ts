import { NextResponse, type NextRequest } from "next/server";
import type { z } from "zod";
import { BYTES } from "@/contract/bytes";
import type { Asked, Call, ParamsOf, AnswerOf } from "@/contract/call";
import { MAX_NODE_DEPTH } from "@/core/document";
import { tooLargeMessage } from "@/core/model/too-large";
import { faultMessage, schemaFault } from "@/core/schema-fault";
import { explained, isServerError, ServerError } from "@/server";
import { recordOf } from "@/core/keys-of";

type Handler<P> = (request: NextRequest, context: { params: Promise<P> }) => Promise<Response> | Response;
const METHODS = ["GET", "POST", "PUT", "PATCH", "DELETE"] as const;
type Method = (typeof METHODS)[number];

/**
 * The handlers of one route. Every error has one shape, `{error: {code, message, …}}`; a method the route does not take
 * is answered with 405 and those it takes. What another site's page sends never gets here (`server/http`). What is
 * answered is stored nowhere on the way, unless the route says that it may be.
 */
export function route<P>(handlers: Partial<Record<Method, Handler<P>>>): Record<Method, Handler<P>> {
  const taken = METHODS.filter((method) => handlers[method]);
  return recordOf(METHODS, (method) => {
    const handler = handlers[method];
    const guarded: Handler<P> = async (request, context) => {
      try {
        if (!handler)
          throw new ServerError(
            405,
            "method",
            taken.length > 0
              ? `${method} is not allowed; use ${taken.join(" or ")}.`
              : `${method} is not allowed here.`,
          );
        return unstored(await handler(request, context));
      } catch (error) {
        // Nobody waits for the answer any more.
        if (request.signal.aborted) return new Response(null, { status: 499 });
        return errorResponse(error, taken);
      }
    };
    return guarded;
  });
}

/** How a call is answered beside what it says. */
interface Answering {
  readonly status?: 200 | 201 | 202;
  /** The longest body allowed, in bytes. */
  readonly most?: number;
}

/**
 * The handler of one call of the contract: what is asked is checked by its schemas before `answer` sees it. What that answers goes
 * out as JSON, nothing as a status without a body, a Response as it is.
 */
export function answering<C extends Call>(
  { query, body }: C,
  answer: (asked: Asked<C>, request: NextRequest) => Promise<AnswerOf<C> | Response>,
  { status = 200, most }: Answering = {},
): Handler<ParamsOf<C["path"]>> {
  return async (request, context) => {
    const params = await context.params;
    const asked = {
      params,
      query: query && shaped(query, Object.fromEntries(request.nextUrl.searchParams), "address"),
      body: body && body !== BYTES ? await bodyOf(request, body, most) : undefined,
    } as Asked<C>;
    const answered: unknown = await answer(asked, request);
    if (answered instanceof Response) return answered;
    return answered === undefined
      ? new Response(null, { status: 204 })
      : NextResponse.json(answered, { status });
  };
}

function unstored(response: Response): Response {
  if (!response.headers.has("Cache-Control")) response.headers.set("Cache-Control", "no-store");
  return response;
}

function errorResponse(thrown: unknown, taken: readonly string[]): Response {
  const error = explained(thrown);
  if (isServerError(error)) {
    const headers = error.status === 405 ? { Allow: taken.join(", ") } : undefined;
    return NextResponse.json(
      { error: { code: error.code, message: error.message, ...error.details } },
      { status: error.status, headers },
    );
  }
  console.error(error);
  return NextResponse.json(
    { error: { code: "internal", message: "Something went wrong on the server. Nothing was changed." } },
    { status: 500 },
  );
}

/** The body of a request as JSON of a shape. Throws a {@link ServerError} that says what is wrong with it. */
export async function bodyOf<T>(
  request: NextRequest,
  shape: z.ZodType<T>,
  mostBytes = 20 * 1024 * 1024,
): Promise<T> {
  let json: unknown;
  const text = Buffer.from(await bytesWithin(request, mostBytes, "request")).toString("utf8");
  try {
    json = JSON.parse(text);
  } catch {
    throw new ServerError(400, "not-json", "The request does not hold valid JSON.");
  }
  if (isTooDeep(json)) throw new ServerError(400, "wrong-body", "The request is nested too deep.");
  return shaped(shape, json, "body");
}

/** What is asked, if it is of a shape. Throws a {@link ServerError} that says what is wrong with it. */
function shaped<T>(shape: z.ZodType<T>, value: unknown, part: "body" | "address"): T {
  const parsed = shape.safeParse(value);
  if (parsed.success) return parsed.data;
  const reason = faultMessage(schemaFault(parsed.error));
  throw new ServerError(400, `wrong-${part}`, `The request is not valid: ${reason}.`);
}

/** How deep objects and lists of a request may nest. A node takes two levels. */
const MAX_JSON_DEPTH = 2 * MAX_NODE_DEPTH + 40;

/** Before anything looks at it that calls itself for each level. */
function isTooDeep(json: unknown): boolean {
  let level: unknown[] = [json];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > MAX_JSON_DEPTH) return true;
    level = level.flatMap((value) =>
      typeof value === "object" && value !== null ? Object.values(value) : [],
    );
  }
  return false;
}

/** The bytes of a request's body; no more of it is read than is allowed. Throws a {@link ServerError} where it is more. */
export async function bytesWithin(request: Request, most: number, what = "file"): Promise<Uint8Array> {
  const tooLarge = () => new ServerError(413, "too-large", tooLargeMessage(`The ${what}`, most));
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooLarge();
  const pieces: Uint8Array[] = [];
  let length = 0;
  const reader = request.body?.getReader();
  for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) {
    length += piece.value.length;
    if (length > most) {
      await reader?.cancel();
      throw tooLarge();
    }
    pieces.push(piece.value);
  }
  return new Uint8Array(Buffer.concat(pieces));
}

/** A whole number that a request names. Throws a {@link ServerError} that says what should be one. */
export function wholeNumber(what: string, text: string): number {
  if (!/^\d{1,12}$/.test(text)) throw new ServerError(400, "no-number", `${what} has to be a whole number.`);
  return Number(text);
}
