/*
 * Keeps an edition on the device, where its reader asked for that. Until then it does nothing. What was kept is shown as it is until its reader takes the
 * newer edition or removes it.
 */
import type { KeptList } from "@/core/editions/kept-list";
import { OFFLINE_STAGE, type OfflineOrder, type OfflineNews } from "./offline-messages";

/** What of a service worker is used here (W3C Service Workers); the types of the DOM do not know it. */
interface WorkerEvent {
  readonly data: OfflineOrder;
  readonly source: { postMessage(news: OfflineNews): void } | null;
  readonly request: Request;
  waitUntil(work: Promise<unknown>): void;
  respondWith(answer: Promise<Response>): void;
}
interface WorkerScope {
  readonly registration: { readonly scope: string };
  readonly clients: { claim(): Promise<void> };
  skipWaiting(): Promise<void>;
  addEventListener(
    name: "install" | "activate" | "message" | "fetch",
    handle: (event: WorkerEvent) => void,
  ): void;
}
const scope = self as unknown as WorkerScope;

const base = scope.registration.scope;
const NAME = `gate-rope ${base}`;
const LIST = `${base}kept.list`;
const AT_A_TIME = 6;

scope.addEventListener("install", () => void scope.skipWaiting());
scope.addEventListener("activate", (event) => event.waitUntil(scope.clients.claim()));

scope.addEventListener("message", (event) => {
  const order = event.data;
  const tell = (news: OfflineNews) => event.source?.postMessage(news);
  event.waitUntil(
    order.kind === "keep"
      ? keep(order.list, tell).then(
          () => tell({ stage: OFFLINE_STAGE.kept, done: 1, of: 1 }),
          async () => {
            await caches.delete(NAME);
            tell({ stage: OFFLINE_STAGE.failed, done: 0, of: 1 });
          },
        )
      : caches.delete(NAME).then(() => tell({ stage: OFFLINE_STAGE.removed, done: 1, of: 1 })),
  );
});

async function keep(address: string, tell: (news: OfflineNews) => void): Promise<void> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(String(answer.status));
  const list = (await answer.clone().json()) as KeptList;
  await caches.delete(NAME);
  const cache = await caches.open(NAME);
  let next = 0;
  let done = 0;
  const some = async () => {
    for (let file = list.files[next++]; file; file = list.files[next++]) {
      const path = new URL(file[0], base).href;
      const got = await fetch(path, { cache: "no-cache" });
      if (!got.ok) throw new Error(String(got.status));
      // A page that was led to is no answer to a navigation.
      await cache.put(
        path,
        new Response(await got.blob(), {
          headers: { "Content-Type": got.headers.get("Content-Type") ?? "" },
        }),
      );
      tell({ stage: OFFLINE_STAGE.keeping, done: ++done, of: list.files.length });
    }
  };
  await Promise.all(Array.from({ length: AT_A_TIME }, some));
  // With its list it is whole.
  await cache.put(LIST, answer);
}

scope.addEventListener("fetch", (event) => {
  const { method, url } = event.request;
  const path = url.startsWith(base) ? url.slice(base.length).replace(/[?#].*$/, "") : null;
  if (method !== "GET" || path === null || path === "newest.json" || path.startsWith("edition/")) return;
  event.respondWith(answered(path, event.request));
});

async function answered(path: string, request: Request): Promise<Response> {
  if (!(await caches.has(NAME))) return fetch(request);
  const cache = await caches.open(NAME);
  const list = await cache.match(LIST);
  if (!list) return fetch(request);
  const file = await cache.match(base + (path || "index.html"));
  if (file) return file;
  if (path.startsWith("at/")) {
    const { anchors } = (await list.json()) as KeptList;
    const asked = decodeURIComponent(path.slice("at/".length));
    const found = anchors.find(([anchor]) => anchor === asked || `${anchor}.html` === asked);
    if (found) return Response.redirect(base + found[1], 302);
  }
  return fetch(request);
}
