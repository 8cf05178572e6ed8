import { randomBytes } from "node:crypto";
import type { IncomingMessage, RequestListener, ServerResponse } from "node:http";
import type { Settings } from "../settings/settings";
import { Door, METHODS, type Refusal } from "./door";
import { pagePolicy } from "./page-policy";

/**
 * Stands before all that the server answers: refuses what the {@link Door} does not let in, and gives each page a policy with
 * a nonce of its own. The policy is put on the request as well, where Next.js looks for the nonce of its scripts.
 */
export function guarded(settings: Settings, handle: RequestListener, { dev = false } = {}): RequestListener {
  const door = new Door(settings);
  return (request, response) => {
    const refusal = door.refusal({
      method: request.method ?? "",
      url: request.url ?? "",
      headers: request.headers,
    });
    if (refusal) return refuse(response, refusal);
    response.setHeader("Cross-Origin-Resource-Policy", "same-origin");
    if (isPage(request)) {
      const policy = pagePolicy(randomBytes(16).toString("base64"), { dev });
      request.headers["content-security-policy"] = policy;
      response.setHeader("Content-Security-Policy", policy);
    }
    handle(request, response);
  };
}

/** Data and the framework's own files are no pages; where they need a policy they say so themselves. */
function isPage({ url = "" }: IncomingMessage): boolean {
  return !url.startsWith("/api/") && !url.startsWith("/_next/");
}

function refuse(response: ServerResponse, { status, code, message }: Refusal): void {
  response.writeHead(status, {
    "Content-Type": "application/json; charset=utf-8",
    "Cache-Control": "no-store",
    "X-Content-Type-Options": "nosniff",
    ...(status === 405 && { Allow: METHODS.join(", ") }),
    // What else was sent is not read.
    Connection: "close",
  });
  response.end(JSON.stringify({ error: { code, message } }));
}
