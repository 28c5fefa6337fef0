import { useEffect } from "react";
import { parseJson } from "../../../core/base/parse-json.ts";
import type { Growth } from "../../../core/bench/index.ts";

/**
 * Listens to what others write; opened anew where something was missed (`hear` says false). A page that
 * is not shown does not listen: a browser has six connections to a server, and a shop more benches.
 */
export function useStream(
  ticket: number,
  known: () => number,
  hear: (growth: Growth) => boolean,
): void {
  useEffect(() => {
    let source: EventSource | undefined;
    const open = () => {
      source?.close();
      source = new EventSource(`/tickets/${ticket}/stream?after=${known()}`);
      source.onmessage = ({ data }: MessageEvent<string>) => {
        const growth = parseJson(data);
        if (growth.ok && !hear(growth.value as Growth)) open();
      };
    };
    const toggle = () => {
      if (document.visibilityState === "hidden") source?.close();
      else open();
    };
    toggle();
    document.addEventListener("visibilitychange", toggle);
    return () => {
      document.removeEventListener("visibilitychange", toggle);
      source?.close();
    };
  }, [ticket, known, hear]);
}
