import { useEffect, useState } from "react";
import type { MachineAnswer } from "../routes/machines.ts";

const PAUSE_MS = 120;

/** What is known of the code that is typed, once the typing pauses; an answer to an older code is dropped. */
export function useMachine(code: string): MachineAnswer | undefined {
  const [answer, setAnswer] = useState<{ code: string; known: MachineAnswer }>();
  useEffect(() => {
    if (code.trim() === "") return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      fetch(`/machines?code=${encodeURIComponent(code)}`, { signal: stop.signal })
        .then((response) => response.json() as Promise<MachineAnswer>)
        .then((known) => setAnswer({ code, known }))
        .catch((error: unknown) => {
          if (!stop.signal.aborted) throw error;
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [code]);
  return code.trim() === "" ? undefined : answer?.known;
}
