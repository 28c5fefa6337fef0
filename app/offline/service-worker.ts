import { sendWaiting } from "../bench/sync/send-waiting.ts";

/** What a service worker has of its own here; the rest of its world is the browser's. */
interface Scope {
  skipWaiting(): Promise<void>;
  readonly clients: { claim(): Promise<void> };
  addEventListener(type: "install" | "activate" | "sync", hear: (event: Extendable) => void): void;
  addEventListener(
    type: "message",
    hear: (event: Extendable & { readonly data: unknown }) => void,
  ): void;
  addEventListener(type: "fetch", hear: (event: Fetching) => void): void;
}
interface Extendable {
  waitUntil(work: Promise<unknown>): void;
}
interface Fetching extends Extendable {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
const scope = self as never as Scope;

const PAGES = "bench-pages";
const FILES = "bench-files";
const MOST_PAGES = 20;
const PATIENCE_MS = 4_000;

scope.addEventListener("install", (event) => event.waitUntil(scope.skipWaiting()));
scope.addEventListener("activate", (event) => event.waitUntil(scope.clients.claim()));
scope.addEventListener("sync", (event) => event.waitUntil(sendWaiting(undefined)));
scope.addEventListener("message", (event) => {
  const { data } = event;
  if (data === "forget") event.waitUntil(forget());
  else if (Array.isArray(data)) event.waitUntil(keepFiles(data.map(String)));
});

scope.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin) return;
  // What lies under a name with its content in it never changes: also after a new build it is the page's own.
  if (/^\/(assets|guide-versions)\//.test(pathname)) event.respondWith(kept(request));
  else if (request.mode === "navigate" && /^\/tickets\/\d+\/bench$/.test(pathname)) {
    event.respondWith(benchPage(event, request));
  }
});

async function kept(request: Request): Promise<Response> {
  const files = await caches.open(FILES);
  const found = await files.match(request.url);
  if (found) return found;
  const answer = await fetch(request);
  if (answer.ok) await files.put(request.url, answer.clone());
  return answer;
}

/** The page as the server has it; where that does not answer, as it was the last time. */
async function benchPage(event: Extendable, request: Request): Promise<Response> {
  const pages = await caches.open(PAGES);
  const asked = fetch(request).then((answer) => {
    if (answer.ok && !answer.redirected)
      event.waitUntil(keepPage(pages, request.url, answer.clone()));
    return answer;
  });
  const inTime = await Promise.race([asked.catch(() => undefined), after(PATIENCE_MS)]);
  if (inTime && inTime.status < 500) return inTime;
  return (await pages.match(request.url)) ?? inTime ?? asked;
}

const after = (ms: number): Promise<undefined> =>
  new Promise((resolve) => setTimeout(() => resolve(undefined), ms));

async function keepPage(pages: Cache, url: string, answer: Response): Promise<void> {
  await pages.delete(url);
  await pages.put(url, answer);
  const all = await pages.keys();
  for (const oldest of all.slice(0, Math.max(0, all.length - MOST_PAGES)))
    await pages.delete(oldest);
}

/** Keeps files that were there before this was: the first page's. */
async function keepFiles(urls: readonly string[]): Promise<void> {
  const files = await caches.open(FILES);
  for (const url of urls) {
    if (await files.match(url)) continue;
    const answer = await fetch(url).catch(() => undefined);
    if (answer?.ok) await files.put(url, answer);
  }
}

/** Nobody is signed in any more: no page of the shop stays here. */
const forget = (): Promise<boolean> => caches.delete(PAGES);
