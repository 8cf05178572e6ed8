import type { IncomingHttpHeaders } from "node:http";

/** What is looked at of a request before anything else is done with it. */
export interface Asked {
  readonly method: string;
  /** The path and query as they were sent. */
  readonly url: string;
  readonly headers: IncomingHttpHeaders;
}

/** Why a request is not let in, as the one error shape says it. */
export interface Refusal {
  readonly status: 400 | 403 | 405;
  readonly code: string;
  readonly message: string;
}

export const METHODS = ["GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS"];

/**
 * Decides which requests are let in. Until there are accounts the server trusts whoever reaches it, so a page of another
 * site must not act, nor read, through the author's browser:
 *
 * - The name in `Host` has to be one of this machine's own, the one the server listens on, or one that was set. A page under
 *   a name of its own that is made to resolve to this machine is told apart by that alone.
 * - What changes something has to come from a page of this very origin, or from no page at all: a browser names the origin
 *   with every such request (Fetch standard, “append a request `Origin` header”), other programs do not.
 * - What only reads is refused where the browser says that another site asks (`Sec-Fetch-Site`, `Origin`), except where
 *   a person follows a link here.
 */
export class Door {
  private readonly names: ReadonlySet<string>;

  constructor({ host, names }: { readonly host: string; readonly names: readonly string[] }) {
    this.names = new Set([host, ...names].map((name) => name.toLowerCase()));
  }

  /** Null for a request that is let in. */
  refusal({ method, url, headers }: Asked): Refusal | null {
    if (!METHODS.includes(method))
      return { status: 405, code: "method", message: `${method} is not allowed here.` };
    if (!readable(url))
      return { status: 400, code: "malformed-address", message: "This address is malformed." };
    const host = headers.host ?? "";
    if (!this.knows(host))
      return {
        status: 403,
        code: "unknown-host",
        message: "This server is not known by that name. GATE_ROPE_NAMES sets further names.",
      };
    return ofAnotherSite(method, headers, host)
      ? {
          status: 403,
          code: "other-site",
          message: "A page of another site may not read or change documents here.",
        }
      : null;
  }

  private knows(host: string): boolean {
    const name = nameIn(host);
    return name !== null && (isLoopback(name) || this.names.has(name));
  }
}

/** The name in a `Host` header, without its port and the brackets of an IPv6 address; null for anything else. */
function nameIn(host: string): string | null {
  const [, name] = /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(?::\d{1,5})?$/i.exec(host) ?? [];
  return (
    name
      ?.replace(/^\[|\]$/g, "")
      .replace(/\.$/, "")
      .toLowerCase() ?? null
  );
}

function isLoopback(name: string): boolean {
  return name === "localhost" || name === "::1" || /^127(?:\.\d{1,3}){3}$/.test(name);
}

function ofAnotherSite(method: string, headers: IncomingHttpHeaders, host: string): boolean {
  const { origin } = headers;
  if (origin !== undefined && !isOriginOf(origin, host)) return true;
  const site = headers["sec-fetch-site"];
  if (site === undefined || site === "same-origin" || site === "none") return false;
  const followed = headers["sec-fetch-mode"] === "navigate" && headers["sec-fetch-dest"] === "document";
  return !((method === "GET" || method === "HEAD") && followed);
}

/** Whether an origin is that of the pages under a `Host`. The scheme is not compared: a proxy may speak another one. */
function isOriginOf(origin: string, host: string): boolean {
  try {
    const { protocol, origin: own } = new URL(origin);
    return /^https?:$/.test(protocol) && own === new URL(`${protocol}//${host}`).origin;
  } catch {
    return false;
  }
}

/** Whether the path of an address can be decoded, and holds no NUL. */
function readable(url: string): boolean {
  try {
    return !decodeURIComponent(url.split("?", 1)[0]!).includes("\0");
  } catch {
    return false;
  }
}
