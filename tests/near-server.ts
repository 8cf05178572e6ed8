import { appendRequest, caretRequest, type LiveEvent } from "@/core/collab";
import { isServerError, LOCAL_AUTHOR, type DocumentAuthority } from "@/server";

/** The documents of an authority, asked as over the network but without one. */
export class NearServer {
  /** What is answered in place of the authority, if anything: a fault of the way or of the server. */
  instead: (path: string, init: RequestInit) => Response | null | Promise<Response | null> = () => null;
  /** The requests that came, as method and path. */
  readonly asked: string[] = [];
  private readonly ends = new Set<() => void>();

  constructor(public documents: DocumentAuthority) {}

  readonly fetch: typeof globalThis.fetch = async (input, init = {}) => {
    const url = new URL(input as string, "http://near");
    const path = url.pathname + url.search;
    this.asked.push(`${init.method ?? "GET"} ${path}`);
    const other = await this.instead(path, init);
    if (other) return other;
    try {
      return await this.answer(url, init);
    } catch (error) {
      if (!isServerError(error)) throw error;
      const { code, message, details, status } = error;
      return Response.json({ error: { code, message, ...details } }, { status });
    }
  };

  /** Ends all live connections, as a server that stops does. */
  endConnections(): void {
    for (const end of this.ends) end();
    this.ends.clear();
  }

  private async answer(url: URL, init: RequestInit): Promise<Response> {
    const [, id, part, version] = /^\/api\/documents\/([^/]+)(?:\/([a-z]+))?(?:\/(\d+))?$/.exec(
      url.pathname,
    )!;
    const { documents } = this;
    const body = (): unknown => JSON.parse(init.body as string);
    const number = (name: string) => Number(url.searchParams.get(name));
    if (part === "steps" && init.method === "POST")
      return Response.json(await documents.append(LOCAL_AUTHOR, id!, appendRequest.parse(body())));
    if (part === "steps") {
      const since = await documents.since(LOCAL_AUTHOR, id!, number("after"));
      return since
        ? Response.json(since)
        : Response.json({ error: { code: "gone", message: "gone" } }, { status: 410 });
    }
    if (part === "caret") {
      documents.updatePresence(LOCAL_AUTHOR, id!, caretRequest.parse(body()));
      return new Response(null, { status: 204 });
    }
    if (part === "versions") {
      const doc = await documents.version(LOCAL_AUTHOR, id!, Number(version));
      return Response.json({ version: Number(version), document: doc.toJSON() });
    }
    if (part === "live") return this.live(id!, url, init.signal ?? null);
    const { doc, ...whole } = await documents.readFor(
      LOCAL_AUTHOR,
      id!,
      url.searchParams.get("client") ?? "",
    );
    return Response.json({ ...whole, document: doc.toJSON() });
  }

  private live(id: string, url: URL, signal: AbortSignal | null): Response {
    const encoder = new TextEncoder();
    const stream = new ReadableStream<Uint8Array>({
      start: async (controller) => {
        const hear = (event: LiveEvent) =>
          controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`));
        const leave = await this.documents.listen(LOCAL_AUTHOR, id, Number(url.searchParams.get("after")), {
          client: url.searchParams.get("client")!,
          name: url.searchParams.get("name")!,
          onEvent: hear,
        });
        const end = () => {
          leave();
          this.ends.delete(end);
          try {
            controller.close();
          } catch {
            // The listener has ended it.
          }
        };
        this.ends.add(end);
        signal?.addEventListener("abort", end);
      },
    });
    return new Response(stream, { headers: { "Content-Type": "text/event-stream" } });
  }
}
