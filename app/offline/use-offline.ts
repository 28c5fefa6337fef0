import { useEffect, useState } from "react";
import { useLocation } from "react-router";

const AGAIN_MS = 15_000;
/** Files of the pages are fetched while the browser has time: nobody waits for them. */
const LATER_MS = 3_000;

/** The ticket whose bench is open: it sends its own. */
const benchIn = (pathname: string): number | undefined => {
  const found = /^\/tickets\/(\d+)\/bench$/.exec(pathname)?.[1];
  return found === undefined ? undefined : Number(found);
};

/** Sends what waits in this browser, from whatever page is open; gives how many ticks still wait. */
export function useWaiting(isIn: boolean): number {
  const [waiting, setWaiting] = useState(0);
  const bench = benchIn(useLocation().pathname);
  useEffect(() => {
    if (!isIn) return;
    let isStale = false;
    const send = async () => {
      // Without the server there is neither the file that sends nor anybody to send to: the next time.
      const left = await import("../bench/sync/send-waiting.ts")
        .then(({ sendWaiting }) => sendWaiting(bench))
        .catch(() => undefined);
      if (!isStale && left !== undefined) setWaiting(left);
    };
    const first = setTimeout(() => void send(), LATER_MS);
    const again = setInterval(() => void send(), AGAIN_MS);
    const online = () => void send();
    window.addEventListener("online", online);
    return () => {
      isStale = true;
      clearTimeout(first);
      clearInterval(again);
      window.removeEventListener("online", online);
    };
  }, [bench, isIn]);
  return waiting;
}

/**
 * Has the bench of an open job open without the server, by a service worker; browsers allow one at home and under
 * HTTPS only, and without one everything else works as it does.
 */
export function useServiceWorker(isIn: boolean): void {
  useEffect(() => {
    if (!("serviceWorker" in navigator) || !window.isSecureContext) return;
    const { serviceWorker } = navigator;
    void serviceWorker.register("/sw.js").then(
      async () => {
        const { active } = await serviceWorker.ready;
        active?.postMessage(isIn ? filesOfPage() : "forget");
      },
      () => undefined,
    );
  }, [isIn]);
}

const filesOfPage = (): readonly string[] =>
  performance
    .getEntriesByType("resource")
    .map(({ name }) => name)
    .filter((name) => /\/(assets|guide-versions)\//.test(name));
